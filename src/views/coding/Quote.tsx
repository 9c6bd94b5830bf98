import { useRef, useState } from 'react';
import type { StudyView } from '../../api/types.js';
import { quoteOf, struckOut, withQuote } from '../../core/binder/with-quote.js';
import { variablesOf } from '../../core/table/sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { Button, Field, Problem } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { change } from '../server/ask.js';
import { problemText, type Trouble } from '../server/problem.js';
import css from './coding.module.css';

interface Props {
  view: StudyView;
  /** The variable that the working makes. */
  variable: number;
  text: string;
  /** The themes that it is quoted for, by name. */
  themes: string;
  done: (words: string) => void;
}

/** An answer as a quotation: names are struck out by hand; it goes into the binder, behind the table of its themes. */
export function Quote({ view, variable, text, themes, done }: Props) {
  const [quoted, setQuoted] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const field = useRef<HTMLTextAreaElement>(null);
  const [binder] = view.binders;
  if (quoted === null) return <Button onClick={() => setQuoted(text)}>Quote it…</Button>;
  const strike = () => {
    const { selectionStart: from = 0, selectionEnd: to = 0 } = field.current ?? {};
    setQuoted(struckOut(quoted, from, to));
  };
  const put = () => {
    if (!binder) return;
    const isOfThemes = ({ sentence }: StudyView['tables'][number]) =>
      variablesOf(sentenceOfBody(sentence)).includes(variable);
    const tables = view.tables.filter(isOfThemes).map(({ id }) => id);
    const body = { items: withQuote(binder.items, tables, quoteOf(quoted, themes)) };
    change('PATCH /studies/{study}/binders/{binder}', { study: view.study.id, binder: binder.id, body }).then(
      () => {
        setQuoted(null);
        done('The quotation is in the binder.');
      },
      (error: unknown) => setTrouble(problemText(error)),
    );
  };
  return (
    <div className={css['quote']}>
      {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
      <Field label="The quotation: mark a name, and strike it out">
        <textarea
          ref={field}
          className={kit['input']}
          rows={3}
          value={quoted}
          onChange={({ target }) => setQuoted(target.value)}
        />
      </Field>
      <p>
        <Button onClick={strike}>Strike out what is marked</Button>{' '}
        <Button disabled={quoted.trim() === ''} onClick={put}>
          Put it into the binder
        </Button>{' '}
        <Button onClick={() => setQuoted(null)}>Close</Button>
      </p>
    </div>
  );
}
