import type { Crosstab } from '../crosstab.js';
import { ofPhiSquared } from './of-phi-squared.js';
import type { MeasureResult } from './result.js';

/** Tschuprow's T = sqrt(X²/(N sqrt((r - 1)(c - 1)))) (Tschuprow 1925). */
export function tschuprowT(table: Crosstab, confidence: number): MeasureResult {
  return ofPhiSquared('tschuprow-t', table, confidence);
}
