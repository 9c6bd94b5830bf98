import { z } from 'zod';
import type { KeptShape } from '../../core/kept-shape.js';
import { Button, MainButton } from '../../kit/kit.js';
import { useStudyDraft } from '../shell/use-study-draft.js';
import css from './binder.module.css';

const TEXT: KeptShape<string> = { version: 1, shape: z.string().max(20_000) };

interface Props {
  study: string;
  /** What the draft is of, in the study. */
  called: string;
  label: string;
  text: string;
  /** A note, of several lines. */
  long: boolean;
  keep: (text: string) => void;
  leave: () => void;
}

/** A heading or a note that is written; what is typed and not kept yet outlives a reload. */
export function TextForm({ study, called, label, text, long, keep, leave }: Props) {
  const [draft, put, forget] = useStudyDraft(study, called, text, TEXT);
  const isEmpty = draft.trim() === '';
  const close = () => {
    forget();
    leave();
  };
  const keepIt = () => {
    if (isEmpty) return;
    keep(draft.trim());
    close();
  };
  const Written = long ? 'textarea' : 'input';
  return (
    <form
      className={css['form']}
      onSubmit={(event) => {
        event.preventDefault();
        keepIt();
      }}
    >
      <Written
        aria-label={label}
        // It was opened to be written in.
        ref={(field: HTMLElement | null) => {
          if (field && document.activeElement === document.body) field.focus();
        }}
        value={draft}
        {...(long ? { rows: 4 } : { maxLength: 300 })}
        onChange={({ target }) => put(target.value)}
        onKeyDown={({ key }) => key === 'Escape' && close()}
      />
      <MainButton type="submit" disabled={isEmpty}>
        Keep
      </MainButton>
      <Button onClick={close}>Leave it</Button>
    </form>
  );
}
