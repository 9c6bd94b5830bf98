import type { Crosstab } from '../crosstab.js';
import { ofPhiSquared } from './of-phi-squared.js';
import type { MeasureResult } from './result.js';

/**
 * Pearson's contingency coefficient C = sqrt(X²/(X² + N)) (Pearson 1904); `adjusted` is C over the largest it can be,
 * sqrt((k - 1)/k) with k = min(r, c) (Sakoda 1977).
 */
export function contingency(table: Crosstab, confidence: number): MeasureResult {
  const k = Math.min(table.R.length, table.C.length);
  const result = ofPhiSquared('contingency', table, confidence);
  return { ...result, adjusted: result.value / Math.sqrt((k - 1) / k) };
}
