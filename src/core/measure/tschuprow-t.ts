import type { Crosstab } from '../crosstab.js';
import { degreesOfFreedom } from '../infer/pearson.js';
import { phiSquared, throughPhiSquared } from './phi-squared.js';
import { measured, type MeasureResult } from './result.js';

/** Tschuprow's T = sqrt(X²/(N sqrt((r - 1)(c - 1)))) (Tschuprow 1925). */
export function tschuprowT(table: Crosstab, confidence: number): MeasureResult {
  const square = phiSquared(table);
  const root = Math.sqrt(degreesOfFreedom(table));
  const value = Math.sqrt(square.value / root);
  const slope = throughPhiSquared(square, 1 / (2 * root * value));
  return slope ? measured(table, value, slope, confidence) : { value };
}
