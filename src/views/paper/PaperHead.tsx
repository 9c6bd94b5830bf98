import { setKind } from '../../core/paper/edit-paper.js';
import { type Paper, PAPER_KINDS } from '../../core/paper/paper.js';
import { Button } from '../../kit/kit.js';
import { BLANK, exampleOf } from './examples.js';
import { KIND_WORDS } from './kind-words.js';
import { isUntouched, type usePaper } from './use-paper.js';
import css from './paper.module.css';

interface Props {
  edit: ReturnType<typeof usePaper>;
  /** Shows the first table of the paper again. */
  first: () => void;
  paste: () => void;
}

const kindIn = (value: string): Paper['kind'] => PAPER_KINDS.find((kind) => kind === value) ?? 'cross';

/** What the paper holds, and how one begins: by pasting, by an example, anew. */
export function PaperHead({ edit, first, paste }: Props) {
  const { paper, setPaper } = edit;
  const begin = (next: Paper) => {
    first();
    setPaper(next);
  };
  return (
    <>
      <div className={css['head']}>
        <h1>Table on paper</h1>
        <div className={css['actions']}>
          <Button onClick={paste}>Paste a table…</Button>
          {isUntouched(paper) ? (
            <Button onClick={() => setPaper(exampleOf(paper.kind))}>Show an example</Button>
          ) : (
            <Button onClick={() => begin(setKind(BLANK, paper.kind))}>Start anew</Button>
          )}
        </div>
      </div>
      <div className={css['kind']}>
        <label htmlFor="kind">The paper holds</label>
        <select
          id="kind"
          value={paper.kind}
          onChange={({ target }) => {
            first();
            edit.setKind(kindIn(target.value));
          }}
        >
          {PAPER_KINDS.map((kind) => (
            <option key={kind} value={kind}>
              {KIND_WORDS[kind].name}
            </option>
          ))}
        </select>
      </div>
      <p className={css['intro']}>
        {KIND_WORDS[paper.kind].about} The tests, the measures and their reading follow as you type. Nothing leaves this
        page.
      </p>
    </>
  );
}
