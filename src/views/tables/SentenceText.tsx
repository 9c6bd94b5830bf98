import { useEffect, useId, useRef, useState } from 'react';
import type { RosterVariable } from '../../api/types.js';
import { Fault } from '../../core/fault.js';
import { parseSentence } from '../../core/table/parse-sentence.js';
import { saySentence } from '../../core/table/say-sentence.js';
import { Button, PlainButton, Problem } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { OfferedWords } from './OfferedWords.js';
import type { Draft } from './url.js';
import { useCompletion } from './use-completion.js';
import css from './sentence.module.css';

interface Props {
  draft: Draft;
  variables: readonly RosterVariable[];
  change: (draft: Draft) => void;
  close: () => void;
}

/** A sentence in words as a draft; items that stay keep what is wanted of them beside, and headings their names. */
function draftOf(text: string, { draft, variables }: Pick<Props, 'draft' | 'variables'>): Draft | Fault {
  try {
    const sentence = parseSentence(text, variables);
    return {
      ...sentence,
      codes: draft.codes,
      levels: draft.levels,
      rows: sentence.rows.map((row) => {
        const kept = draft.rows.find(({ variable }) => variable === row.variable);
        const { figures, nets, label, lines } = kept ?? {};
        return {
          ...row,
          ...(figures ? { figures } : {}),
          ...(nets ? { nets } : {}),
          ...(label === undefined ? {} : { label }),
          ...(lines ? { lines } : {}),
        };
      }),
    };
  } catch (error) {
    if (error instanceof Fault) return error;
    throw error;
  }
}

/** The whole sentence as a text: to be typed, pasted or copied. */
export function SentenceText({ draft, variables, change, close }: Props) {
  const [text, setText] = useState(() => (draft.rows.length === 0 ? '' : saySentence(draft, variables)));
  const [fault, setFault] = useState<Fault | null>(null);
  const field = useRef<HTMLTextAreaElement>(null);
  const trouble = useId();
  const completing = useCompletion({ text, setText, field, variables });
  useEffect(() => field.current?.select(), []);
  const ask = () => {
    const asked = draftOf(text.replace(/\s+/g, ' '), { draft, variables });
    if (asked instanceof Fault) {
      setFault(asked);
      field.current?.focus();
      return;
    }
    change(asked);
    close();
  };
  return (
    <form
      className={css['text']}
      onSubmit={(event) => {
        event.preventDefault();
        ask();
      }}
    >
      <h1 className="sr-only">The sentence as text</h1>
      <textarea
        ref={field}
        className={kit['input']}
        aria-label="The sentence as text"
        aria-invalid={fault !== null}
        aria-describedby={fault ? trouble : undefined}
        placeholder="Satisfaction by Site split by Season, only where Age 60 and over, weighted by Survey weight"
        rows={2}
        value={text}
        {...completing.attributes}
        onChange={({ target }) => {
          setText(target.value);
          completing.typed(target.selectionEnd);
        }}
        onKeyDown={(event) => {
          const { key } = event;
          if (completing.pressed(event)) return;
          if (key === 'Enter') ask();
          else if (key === 'Escape') close();
          else return;
          event.preventDefault();
        }}
      />
      <OfferedWords {...completing.offered} variables={variables} />
      {fault && (
        <div id={trouble}>
          <Problem detail={fault.message} mend={fault.mend} />
        </div>
      )}
      <span className={css['acts']}>
        <PlainButton type="submit">Ask</PlainButton>
        <Button onClick={close}>Cancel</Button>
        <span>Variables by name or label, categories by label or code. Tab takes what is offered.</span>
      </span>
    </form>
  );
}
