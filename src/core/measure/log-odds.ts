import type { Crosstab } from '../crosstab.js';

/** The derivative of ln(ad/bc) in each of the four cells. */
export function logOddsSlope(table: Crosstab) {
  return (i: number, j: number) => (i === j ? 1 : -1) / table.n[i]![j]!;
}
