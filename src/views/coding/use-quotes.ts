import { useState } from 'react';
import type { StudyView } from '../../api/types.js';
import { quoteOf, withQuote } from '../../core/binder/with-quote.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import { variablesOf } from '../../core/table/sentence.js';
import { bodyAbout, sentenceOfBody } from '../../core/table/sentence-shape.js';
import { change } from '../server/ask.js';
import { problemText, type Trouble } from '../server/problem.js';

interface Quoted {
  working: number;
  /** The variable that the working makes. */
  variable: number;
  coder: string;
}

/**
 * Quotations: answers are marked as such, and put into the binder behind a table of the themes, which is made where
 * there is none yet.
 * @param told is called with what was done, in words
 */
export function useQuotes(view: StudyView, { working, variable, coder }: Quoted, told: (words: string) => void) {
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const study = view.study.id;
  const failed = (error: unknown) => setTrouble(problemText(error));
  const keep = (text: string, quote: string | null, done: () => void) => {
    const body = { coder, text, quote };
    change('PUT /studies/{study}/workings/{working}/quotation', { study, working, body }).then(() => {
      setTrouble(null);
      done();
    }, failed);
  };
  const toBinder = async (quote: string, themes: string) => {
    const [binder] = view.binders;
    const made = byId(view.variables, variable);
    if (!binder || !made) return;
    const isOfThemes = ({ sentence }: StudyView['tables'][number]) =>
      variablesOf(sentenceOfBody(sentence)).includes(variable);
    let { items } = binder;
    let tables = view.tables.filter(isOfThemes).map(({ id }) => id);
    if (!items.some((item) => item.is === 'table' && tables.includes(item.table))) {
      const body = { title: titleOf(made), sentence: bodyAbout(variable), shown: { hatch: true } };
      const { id } = await change('POST /studies/{study}/tables', { study, body });
      items = [...items, { is: 'table', table: id }];
      tables = [id];
    }
    const body = { items: withQuote(items, tables, quoteOf(quote, themes)) };
    await change('PATCH /studies/{study}/binders/{binder}', { study, binder: binder.id, body });
    setTrouble(null);
    told('The quotation is in the binder, behind the table of its themes.');
  };
  return {
    keep,
    toBinder: (quote: string, themes: string) => void toBinder(quote, themes).catch(failed),
    trouble,
    dismiss: () => setTrouble(null),
  };
}
