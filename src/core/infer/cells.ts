import type { Crosstab } from '../crosstab.js';
import { normalTwoSided } from '../numerics/distributions.js';
import { holm } from './holm.js';
import { pearsonStatistic } from './pearson.js';

/** What each cell says, in the shape of the table without its empty rows and columns. */
export interface Cells {
  /** R C / N. */
  expected: number[][];
  /** Share of X² that the cell makes up, 0 to 1; all 0 where X² is 0. */
  contribution: number[][];
  /** (n - e)/sqrt(e). */
  pearsonResidual: number[][];
  /** (n - e)/sqrt(e (1 - R/N)(1 - C/N)) (Haberman 1973). */
  adjustedResidual: number[][];
  /** Two-sided p of the adjusted residual. */
  p: number[][];
  /** That p adjusted over all cells of the table (Holm 1979). */
  adjustedP: number[][];
}

/** Expected counts, residuals and contributions of every cell. */
export function cells(table: Crosstab): Cells {
  const { n, R, C, N } = table;
  const map = (value: (count: number, e: number, i: number, j: number) => number) =>
    n.map((row, i) => row.map((count, j) => value(count, ((R[i] ?? 0) * (C[j] ?? 0)) / N, i, j)));
  const statistic = pearsonStatistic(table);
  const adjustedResidual = map(
    (count, e, i, j) => (count - e) / Math.sqrt(e * (1 - (R[i] ?? 0) / N) * (1 - (C[j] ?? 0) / N)),
  );
  const p = adjustedResidual.map((row) => row.map(normalTwoSided));
  const flat = holm(p.flat());
  return {
    expected: map((_, e) => e),
    contribution: map((count, e) => (statistic === 0 ? 0 : (count - e) ** 2 / e / statistic)),
    pearsonResidual: map((count, e) => (count - e) / Math.sqrt(e)),
    adjustedResidual,
    p,
    adjustedP: p.map((row, i) => row.map((_, j) => flat[i * C.length + j] ?? 1)),
  };
}
