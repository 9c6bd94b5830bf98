import type { Crosstab } from '../crosstab.js';
import { phiSquared, throughPhiSquared } from './phi-squared.js';
import { measured, type MeasureResult } from './result.js';

/**
 * Pearson's contingency coefficient C = sqrt(X²/(X² + N)) (Pearson 1904); `adjusted` is C over the largest it can be,
 * sqrt((k - 1)/k) with k = min(r, c) (Sakoda 1977).
 */
export function contingency(table: Crosstab, confidence: number): MeasureResult {
  const square = phiSquared(table);
  const k = Math.min(table.R.length, table.C.length);
  const value = Math.sqrt(square.value / (1 + square.value));
  const slope = throughPhiSquared(square, 1 / (2 * value * (1 + square.value) ** 2));
  return {
    ...(slope ? measured(table, value, slope, confidence) : { value }),
    adjusted: value / Math.sqrt((k - 1) / k),
  };
}
