import type { Crosstab } from '../crosstab.js';
import { degreesOfFreedom } from '../infer/pearson.js';
import { ofPhiSquared } from './of-phi-squared.js';
import type { MeasureResult } from './result.js';

/** Tschuprow's T = sqrt(X²/(N sqrt((r - 1)(c - 1)))) (Tschuprow 1925). */
export function tschuprowT(table: Crosstab, confidence: number): MeasureResult {
  const root = Math.sqrt(degreesOfFreedom(table));
  return ofPhiSquared(
    table,
    confidence,
    (square) => Math.sqrt(square / root),
    (square) => 1 / (2 * root * Math.sqrt(square / root)),
  );
}
