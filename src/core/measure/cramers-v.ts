import type { Crosstab } from '../crosstab.js';
import { degreesOfFreedom, pearsonStatistic } from '../infer/pearson.js';
import { noncentralityFor } from '../numerics/noncentral.js';
import { phiSquared } from './phi-squared.js';
import type { MeasureResult } from './result.js';

/**
 * Cramer's V = sqrt(X²/(N (min(r, c) - 1))) (Cramer 1946). The interval inverts the noncentral chi-square
 * distribution of X²; the lower end is 0 where no noncentrality fits (Smithson 2003, chapter 4).
 */
export function cramersV(table: Crosstab, confidence: number): MeasureResult {
  const k = Math.min(table.R.length, table.C.length) - 1;
  const statistic = pearsonStatistic(table);
  const df = degreesOfFreedom(table);
  const value = Math.sqrt(statistic / (table.N * k));
  const alpha = 1 - confidence;
  const end = (probability: number) => Math.sqrt(noncentralityFor(statistic, df, probability) / (table.N * k));
  const result: MeasureResult = { value, lower: end(1 - alpha / 2), upper: end(alpha / 2) };
  if (value > 0) result.ase = phiSquared(table).ase / k / (2 * value);
  return result;
}
