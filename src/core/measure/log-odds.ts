import type { Crosstab } from '../crosstab.js';

/**
 * The derivative of ln(ad/bc) in each of the four cells.
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * logOddsSlope(table)(0, 0); // 0.05
 */
export function logOddsSlope(table: Crosstab) {
  return (i: number, j: number) => (i === j ? 1 : -1) / table.n[i]![j]!;
}
