import { type Crosstab, eachCell } from '../crosstab.js';
import { chiSquareSurvival } from '../numerics/distributions.js';
import { perTable } from '../per-table.js';
import type { TestResult } from './result.js';

/** Pearson's X² = sum (n - e)²/e over all cells (Pearson 1900). */
export const pearsonStatistic = perTable((table): number => {
  let sum = 0;
  eachCell(table, (n, i, j) => {
    const e = ((table.R[i] ?? 0) * (table.C[j] ?? 0)) / table.N;
    sum += (n - e) ** 2 / e;
  });
  return sum;
});

export function degreesOfFreedom(table: Crosstab): number {
  return (table.R.length - 1) * (table.C.length - 1);
}

/** Pearson's chi-square test of independence, df = (r - 1)(c - 1). */
export function pearson(table: Crosstab): TestResult {
  const statistic = pearsonStatistic(table);
  const df = degreesOfFreedom(table);
  return { statistic, df, p: chiSquareSurvival(statistic, df) };
}
