import type { Crosstab } from '../crosstab.js';
import { normalTwoSided } from '../numerics/distributions.js';
import { adjust, type Adjustment } from './adjust.js';
import { pearsonStatistic } from './pearson.js';
import { residualErrors } from './rao-scott.js';

/** What each cell says, in the shape of the table without its empty rows and columns. */
export interface Cells {
  /** R C / N. */
  expected: number[][];
  /** Share of X² that the cell makes up, 0 to 1; all 0 where X² is 0. */
  contribution: number[][];
  /** (n - e)/sqrt(e). */
  pearsonResidual: number[][];
  /**
   * (n - e)/sqrt(e (1 - R/N)(1 - C/N)) (Haberman 1973); with weights, the residual over its linearised standard error.
   */
  adjustedResidual: number[][];
  /** Two-sided p of the adjusted residual. */
  p: number[][];
  /** That p adjusted over all cells of the table. */
  adjustedP: number[][];
}

/**
 * Expected counts, residuals and contributions of every cell. A residual without any spread is 0.
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * cells(table).expected[0]; // [15, 15]
 */
export function cells(table: Crosstab, adjustment: Adjustment = 'holm'): Cells {
  const { n, R, C, N, survey } = table;
  const map = (value: (count: number, e: number, i: number, j: number) => number) =>
    n.map((row, i) => row.map((count, j) => value(count, (R[i]! * C[j]!) / N, i, j)));
  const statistic = pearsonStatistic(table);
  const errors = survey ? residualErrors(table) : null;
  const adjustedResidual = map((count, e, i, j) => {
    const error = errors ? errors[i]![j]! * N : Math.sqrt(e * (1 - R[i]! / N) * (1 - C[j]! / N));
    return error > 0 ? (count - e) / error : 0;
  });
  const p = adjustedResidual.map((row) => row.map(normalTwoSided));
  const flat = adjust(p.flat(), adjustment);
  return {
    expected: map((_, e) => e),
    contribution: map((count, e) => (statistic === 0 ? 0 : (count - e) ** 2 / e / statistic)),
    pearsonResidual: map((count, e) => (count - e) / Math.sqrt(e)),
    adjustedResidual,
    p,
    adjustedP: p.map((row, i) => row.map((_, j) => flat[i * C.length + j]!)),
  };
}
