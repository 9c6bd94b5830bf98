import type { AnswerRow } from './query.js';

/**
 * Rows that have the same keys as one row.
 * @example
 * const row = { by: ['North'], respondents: 2, sums: [3] };
 * addUp([row, row]); // [{ by: ['North'], respondents: 4, sums: [6] }]
 */
export function addUp(rows: readonly AnswerRow[]): AnswerRow[] {
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
