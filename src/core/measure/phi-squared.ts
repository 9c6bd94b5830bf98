import { type Crosstab, eachCell } from '../crosstab.js';
import { pearsonStatistic } from '../infer/pearson.js';

/** X²/N, the mean square contingency, with its delta-method standard error. */
export function phiSquared(table: Crosstab): { value: number; ase: number } {
  const { n, R, C, N } = table;
  // X²/N + 1 = sum n²/(R C). Its derivative in n[i][j]: 2n/(RC), less what the two margins lose by growing.
  const rowLoss = R.map((r, i) => (n[i] ?? []).reduce((sum, value, j) => sum + value ** 2 / (C[j] ?? 1), 0) / r ** 2);
  const columnLoss = C.map((c, j) => n.reduce((sum, row, i) => sum + (row[j] ?? 0) ** 2 / (R[i] ?? 1), 0) / c ** 2);
  let variance = 0;
  eachCell(table, (count, i, j) => {
    const slope = (2 * count) / ((R[i] ?? 1) * (C[j] ?? 1)) - (rowLoss[i] ?? 0) - (columnLoss[j] ?? 0);
    variance += count * slope ** 2;
  });
  return { value: pearsonStatistic(table) / N, ase: Math.sqrt(variance) };
}
