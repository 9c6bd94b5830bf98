import { useRef, useState } from 'react';
import { struckOut } from '../../core/binder/with-quote.js';
import { Button, Field } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import css from './coding.module.css';

interface Props {
  text: string;
  /** As it is kept as a quotation; null: it is none. */
  quote: string | null;
  /** Why it cannot be quoted now; null: it can. */
  closed: string | null;
  /** Keeps it as a quotation; null: it is none any more. */
  keep: (quote: string | null) => void;
  toBinder: (quote: string) => void;
}

/** An answer as a quotation: names are struck out by hand; it goes into the binder, behind the table of its themes. */
export function Quote({ text, quote, closed, keep, toBinder }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const field = useRef<HTMLTextAreaElement>(null);
  if (draft === null && quote === null)
    return (
      <Button disabled={closed !== null} title={closed ?? undefined} onClick={() => setDraft(text)}>
        Quote it…
      </Button>
    );
  if (draft === null && quote !== null)
    return (
      <div className={css['quote']} role="group" aria-label="Quotation">
        <p dir="auto">“{quote}”</p>
        <p>
          <Button onClick={() => toBinder(quote)}>Put it into the binder</Button>{' '}
          <Button onClick={() => setDraft(quote)}>Change the quotation…</Button>{' '}
          <Button onClick={() => keep(null)}>No quotation</Button>
        </p>
      </div>
    );
  const written = draft ?? '';
  const strike = () => {
    const { selectionStart: from = 0, selectionEnd: to = 0 } = field.current ?? {};
    setDraft(struckOut(written, from, to));
  };
  return (
    <div className={css['quote']}>
      <Field label="The quotation: mark a name, and strike it out">
        <textarea
          ref={field}
          className={kit['input']}
          rows={3}
          value={written}
          onChange={({ target }) => setDraft(target.value)}
        />
      </Field>
      <p>
        <Button onClick={strike}>Strike out what is marked</Button>{' '}
        <Button
          disabled={written.trim() === ''}
          onClick={() => {
            keep(written.trim());
            setDraft(null);
          }}
        >
          Keep the quotation
        </Button>{' '}
        <Button onClick={() => setDraft(null)}>Close</Button>
      </p>
    </div>
  );
}
