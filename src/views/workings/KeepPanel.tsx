import { whole } from '../../core/figures.js';
import { Button, Field, MainButton, PlainButton } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { Panel } from '../../kit/Panel.js';
import css from './workings.module.css';

interface Props {
  /** What is kept: "working" or "question". */
  noun: string;
  isNew: boolean;
  /** Null: several are made, and named by a pattern. */
  name: string | null;
  setName: (name: string) => void;
  /** The proof was made and fails. */
  fails: boolean;
  hint: string | null;
  /** What keeps it from being kept, with the mend. */
  wrong: string | null;
  ready: boolean;
  /** It is being kept; of several, how many are computed. */
  busy: boolean;
  progress: { done: number; of: number } | null;
  keep: () => void;
  leave: () => void;
  remove: (() => void) | null;
  copy: (() => void) | null;
}

/** The end of an editor: the variable's name, what to mind, and to keep it or not. */
export function KeepPanel({
  noun,
  isNew,
  name,
  setName,
  fails,
  hint,
  wrong,
  ready,
  busy,
  progress,
  keep,
  leave,
  remove,
  copy,
}: Props) {
  return (
    <Panel>
      {name !== null && (
        <Field label="Name of the variable (made from the label where empty)">
          <input className={kit['input']} value={name} onChange={(event) => setName(event.target.value)} />
        </Field>
      )}
      {fails && (
        <p className={css['warn']}>
          The proof does not hold. You can keep the {noun}; it stays marked wherever it is used.
        </p>
      )}
      {wrong !== null && (
        <p className={css['warn']} role="status">
          {wrong}
        </p>
      )}
      {hint !== null && <p className={css['hint']}>{hint}</p>}
      {busy && progress && (
        <p className={css['keeping']} aria-live="polite">
          <progress value={progress.done} max={progress.of} aria-label="Workings computed" />
          {whole(progress.done)} of {whole(progress.of)} computed{progress.done === progress.of && ', being kept'}
        </p>
      )}
      <div className={css['keep']}>
        <MainButton onClick={keep} disabled={!ready}>
          {busy ? 'Keeping…' : isNew ? `Keep the ${noun}` : 'Keep the change'}
        </MainButton>
        <PlainButton onClick={leave}>{isNew ? 'Discard' : 'Leave as it was'}</PlainButton>
        {copy && <Button onClick={copy}>Copy…</Button>}
        {remove && <Button onClick={remove}>Take out</Button>}
      </div>
    </Panel>
  );
}
