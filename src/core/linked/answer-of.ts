import { addUp } from './add-up.js';
import type { Scalar } from './expression.js';
import { rowsOf } from './print.js';
import { type Answer, type AnswerRow, answerWith, type Query, tooManyGroups } from './query.js';

/** A value as an engine sends it: whole numbers that are long come as texts. */
export type Sent = string | number | null;

const numberOf = (value: Sent | undefined): number => Number(value ?? 0);

/** Which keys are texts; all others are numbers, however they are sent. */
const isText = (key: Scalar): boolean =>
  (key.is === 'column' && key.as === 'text') || (key.is === 'part' && key.part === 'text');

/**
 * The answer in the rows that an engine sends for a printed query.
 * @param isDivided the rows are of parts of the table
 * @throws Fault where there are more groups than were asked for
 */
export function answerOf(query: Query, sent: readonly (readonly Sent[])[], isDivided: boolean): Answer {
  const keys = query.by.length;
  const rows = sent.map((row): AnswerRow => {
    const by = query.by.map((key, k) => {
      const value = row[k] ?? null;
      if (value === null || isText(key)) return value;
      // What is beyond all numbers is none.
      return Number.isFinite(Number(value)) ? Number(value) : null;
    });
    return { by, respondents: numberOf(row[keys]), sums: query.sums.map((_, k) => numberOf(row[keys + 1 + k])) };
  });
  // As many rows as there may be of parts: some are missing.
  if (isDivided && sent.length >= rowsOf(query, true)) throw tooManyGroups(query.most);
  return answerWith(query, isDivided ? addUp(rows) : rows);
}
