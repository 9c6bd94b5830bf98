import type { Crosstab } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { degreesOfFreedom, pearsonStatistic } from '../infer/pearson.js';
import { noncentralityFor } from '../numerics/noncentral.js';
import { phiSquared, throughPhiSquared } from './phi-squared.js';
import { measured, type MeasureResult, standardError } from './result.js';

/**
 * Cramer's V = sqrt(X²/(N (min(r, c) - 1))) (Cramer 1946). The interval inverts the noncentral chi-square
 * distribution of X²; the lower end is 0 where no noncentrality fits (Smithson 2003, chapter 4). With weights X² is not
 * chi-square, and the interval is V +- z ase.
 */
export function cramersV(table: Crosstab, confidence: number): MeasureResult {
  const k = Math.min(table.R.length, table.C.length) - 1;
  const square = phiSquared(table);
  const value = Math.sqrt(square.value / k);
  const slope = throughPhiSquared(square, 1 / (2 * k * value));
  if (table.survey) return slope ? measured(table, value, slope, confidence) : { value };
  const statistic = pearsonStatistic(table);
  const df = degreesOfFreedom(table);
  const alpha = 1 - confidence;
  const end = (probability: number) => Math.sqrt(noncentralityFor(statistic, df, probability) / (table.N * k));
  const result: MeasureResult = { value, lower: end(1 - alpha / 2), upper: end(alpha / 2) };
  return slope ? { ...result, ase: standardError(table, slope) } : result;
}

/**
 * Cramer's V with its bias taken out (Bergsma 2013, equations 4 to 6): phi² less its expectation under independence,
 * held at 0 or above, over dimensions shrunk likewise. With weights the effective base stands for N. The `ase` takes N
 * as fixed.
 */
export function cramersVCorrected(table: Crosstab, confidence: number): MeasureResult | Absent {
  const N = table.survey?.effectiveBase ?? table.N;
  if (!(N > 1)) return { absent: 'The correction divides by N - 1; there is no more than one respondent.' };
  const r = table.R.length;
  const c = table.C.length;
  const square = phiSquared(table);
  const unbiased = Math.max(0, square.value - ((r - 1) * (c - 1)) / (N - 1));
  const shrunk = (k: number) => k - (k - 1) ** 2 / (N - 1);
  const most = Math.min(shrunk(r) - 1, shrunk(c) - 1);
  if (!(most > 0)) return { absent: 'There are too few respondents for a table of this size to be corrected.' };
  if (unbiased === 0) return { value: 0 };
  const value = Math.sqrt(unbiased / most);
  return measured(table, value, (i, j) => square.slope(i, j) / (2 * most * value), confidence);
}
