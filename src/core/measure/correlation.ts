import { type Crosstab, eachCell } from '../crosstab.js';
import { perTable } from '../per-table.js';
import type { Absent } from '../infer/result.js';
import { measured, type MeasureResult, withTest } from './result.js';

const NO_SPREAD = 'All scores of an axis are the same, so nothing can go along with them.';

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
 */
function testedByPermutation(result: MeasureResult, { N, survey }: Crosstab): MeasureResult {
  return survey || !(N > 1) ? result : withTest(result, 1 / Math.sqrt(N - 1));
}

/** Pearson's product-moment correlation of the scores of rows and columns. */
export function pearsonR(table: Crosstab, confidence: number): MeasureResult | Absent {
  const { x, y, xx, yy, xy } = scoreMoments(table);
  if (!(xx > 0) || !(yy > 0)) return { absent: NO_SPREAD };
  const size = Math.sqrt(xx) * Math.sqrt(yy);
  const value = xy / size;
  const slope = (i: number, j: number) => (x[i]! * y[j]!) / size - (value / 2) * (x[i]! ** 2 / xx + y[j]! ** 2 / yy);
  return testedByPermutation(measured(table, value, slope, confidence), table);
}

/** Midranks about their mean, N/2: those below, and half of those level. */
function ridits(totals: readonly number[], N: number): number[] {
  let below = 0;
  return totals.map((total) => {
    below += total;
    return below - total / 2 - N / 2;
  });
}

/**
 * For each k, half of what stands above k less what stands below: the slope that a growing category has on the ranks.
 */
function push(values: readonly number[]): number[] {
  const all = values.reduce((sum, value) => sum + value, 0);
  let before = 0;
  return values.map((value) => {
    const after = all - before - value;
    const half = (after - before) / 2;
    before += value;
    return half;
  });
}

/**
 * Spearman's rank correlation, with midranks for ties (Spearman 1904). The ranks move with the counts, and so does the
 * slope.
 */
export function spearman(table: Crosstab, confidence: number): MeasureResult | Absent {
  const { n, R, C, N } = table;
  const x = ridits(R, N);
  const y = ridits(C, N);
  let xy = 0;
  eachCell(table, (count, i, j) => (xy += count * x[i]! * y[j]!));
  const xx = R.reduce((sum, total, i) => sum + total * x[i]! ** 2, 0);
  const yy = C.reduce((sum, total, j) => sum + total * y[j]! ** 2, 0);
  const size = Math.sqrt(xx) * Math.sqrt(yy);
  const value = xy / size;
  const byRow = push(n.map((row) => row.reduce((sum, count, j) => sum + count * y[j]!, 0)));
  const byColumn = push(C.map((_, j) => n.reduce((sum, row, i) => sum + row[j]! * x[i]!, 0)));
  const xxPush = push(R.map((total, i) => total * x[i]!));
  const yyPush = push(C.map((total, j) => total * y[j]!));
  const slope = (i: number, j: number) => {
    const xySlope = x[i]! * y[j]! + byRow[i]! + byColumn[j]!;
    const xxSlope = x[i]! ** 2 + 2 * xxPush[i]!;
    const yySlope = y[j]! ** 2 + 2 * yyPush[j]!;
    return xySlope / size - (value / 2) * (xxSlope / xx + yySlope / yy);
  };
  return testedByPermutation(measured(table, value, slope, confidence), table);
}
