import { Fault } from '../fault.js';
import type { Scalar } from './expression.js';
import type { Answer, AnswerRow, Query } from './query.js';

/** A value as an engine sends it: whole numbers that are long come as texts. */
type Sent = string | number | null;

const numberOf = (value: Sent | undefined): number => Number(value ?? 0);

/** Which keys are texts; all others are numbers, however they are sent. */
const isText = (key: Scalar): boolean =>
  (key.is === 'column' && key.as === 'text') || (key.is === 'part' && key.part === 'text');

/**
 * The answer in the rows that an engine sends for a printed query.
 * @throws Fault where there are more groups than were asked for
 */
export function answerOf(query: Query, rows: readonly (readonly Sent[])[]): Answer {
  if (rows.length > query.most)
    throw new Fault(
      'too-large',
      `There are more than ${query.most.toLocaleString('en')} different values.`,
      'Band or round the number in a view of the linked table, or choose another variable.',
    );
  const keys = query.by.length;
  return rows.map((row): AnswerRow => {
    const by = query.by.map((key, k) => {
      const value = row[k] ?? null;
      return value === null || isText(key) ? value : Number(value);
    });
    return { by, respondents: numberOf(row[keys]), sums: query.sums.map((_, k) => numberOf(row[keys + 1 + k])) };
  });
}
