import { type Crosstab, eachCell } from '../crosstab.js';
import { perTable } from '../per-table.js';
import { type MeasureResult, withTest } from './result.js';

/** Sums of squares and products of the scores about their means. */
export const scoreMoments = perTable((table) => {
  const { R, C, N, scores } = table;
  const mean = (totals: readonly number[], x: readonly number[]) =>
    totals.reduce((sum, total, k) => sum + total * (x[k]! - x[0]!), 0) / N + x[0]!;
  const xMean = mean(R, scores.rows);
  const yMean = mean(C, scores.columns);
  const x = scores.rows.map((score) => score - xMean);
  const y = scores.columns.map((score) => score - yMean);
  let xy = 0;
  eachCell(table, (n, i, j) => (xy += n * x[i]! * y[j]!));
  return {
    x,
    y,
    xx: R.reduce((sum, total, i) => sum + total * x[i]! ** 2, 0),
    yy: C.reduce((sum, total, j) => sum + total * y[j]! ** 2, 0),
    xy,
  };
});

/**
 * Of scores that are permuted at random, r has exactly the standard error 1/sqrt(N - 1) (Hotelling and Pabst 1936),
 * ties or none; its z² is Mantel's (1963) statistic of linear trend.
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * testedByPermutation({ value: 0.3333 }, table).z; // 2.56
 */
export function testedByPermutation(result: MeasureResult, { N, survey }: Crosstab): MeasureResult {
  return survey || !(N > 1) ? result : withTest(result, 1 / Math.sqrt(N - 1));
}
