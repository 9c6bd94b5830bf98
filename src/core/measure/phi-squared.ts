import { pearsonStatistic } from '../infer/pearson.js';
import { perTable } from '../per-table.js';
import type { Slope } from './result.js';

/** X²/N, the mean square contingency, and its derivative in each count. */
export interface PhiSquared {
  value: number;
  slope: Slope;
}

/**
 * The mean square contingency. X²/N + 1 = sum n²/(R C), so its slope in n[i][j] is 2n/(RC) less what row i and column j
 * lose by growing.
 */
export const phiSquared = perTable((table): PhiSquared => {
  const { n, R, C, N } = table;
  const rowLoss = R.map((r, i) => n[i]!.reduce((sum, value, j) => sum + value ** 2 / C[j]!, 0) / r ** 2);
  const columnLoss = C.map((c, j) => n.reduce((sum, row, i) => sum + row[j]! ** 2 / R[i]!, 0) / c ** 2);
  return {
    value: pearsonStatistic(table) / N,
    slope: (i, j) => (2 * n[i]![j]!) / (R[i]! * C[j]!) - rowLoss[i]! - columnLoss[j]!,
  };
});

/**
 * A measure that is a function of X²/N, by the chain rule; `derivative` is that of the function. At X² = 0 such a
 * measure has no derivative, and only its value is given.
 */
export function throughPhiSquared(square: PhiSquared, derivative: number): Slope | null {
  return square.value === 0 ? null : (i, j) => derivative * square.slope(i, j);
}
