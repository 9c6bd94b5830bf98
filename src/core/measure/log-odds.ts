import type { Crosstab } from '../crosstab.js';
import type { Absent } from '../infer/result.js';

export const ONLY_FOUR: Absent = { absent: 'It is defined on tables of 2 x 2.' };

/** The derivative of ln(ad/bc) in each of the four cells. */
export function logOddsSlope(table: Crosstab) {
  return (i: number, j: number) => (i === j ? 1 : -1) / table.n[i]![j]!;
}
