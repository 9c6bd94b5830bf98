import { Fault } from '../fault.js';
import type { Scalar } from './expression.js';
import { rowsOf } from './print.js';
import type { Answer, AnswerRow, Query } from './query.js';

/** A value as an engine sends it: whole numbers that are long come as texts. */
export type Sent = string | number | null;

const numberOf = (value: Sent | undefined): number => Number(value ?? 0);

/** Which keys are texts; all others are numbers, however they are sent. */
const isText = (key: Scalar): boolean =>
  (key.is === 'column' && key.as === 'text') || (key.is === 'part' && key.part === 'text');

/** Rows that have the same keys as one: a table that is divided is counted part by part. */
function together(rows: readonly AnswerRow[]): AnswerRow[] {
  const byKeys = new Map<string, { by: AnswerRow['by']; respondents: number; sums: number[] }>();
  for (const { by, respondents, sums } of rows) {
    const keys = JSON.stringify(by);
    const known = byKeys.get(keys);
    if (!known) byKeys.set(keys, { by, respondents, sums: [...sums] });
    else {
      known.respondents += respondents;
      sums.forEach((sum, k) => (known.sums[k]! += sum));
    }
  }
  return [...byKeys.values()];
}

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
      return value === null || isText(key) ? value : Number(value);
    });
    return { by, respondents: numberOf(row[keys]), sums: query.sums.map((_, k) => numberOf(row[keys + 1 + k])) };
  });
  const groups = isDivided ? together(rows) : rows;
  if (keys === 0 && groups.length === 0) return [{ by: [], respondents: 0, sums: query.sums.map(() => 0) }];
  if (groups.length <= query.most && (!isDivided || sent.length < rowsOf(query, true))) return groups;
  throw new Fault(
    'too-large',
    `There are more than ${query.most.toLocaleString('en')} different values.`,
    'Band or round the number in a view of the linked table, or choose another variable.',
  );
}
