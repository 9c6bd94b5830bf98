import { type Crosstab, fourCells, isTwoByTwo } from '../crosstab.js';
import { phiSquared, throughPhiSquared } from './phi-squared.js';
import { measured, type MeasureResult, withTest } from './result.js';

/**
 * Phi. On 2 x 2 it is signed, (ad - bc)/sqrt(R1 R2 C1 C2) (Yule 1912), and its standard error under independence is
 * 1/sqrt(N); on larger tables it is sqrt(X²/N), which can pass 1. At exactly 0 the square root has no derivative.
 */
export function phi(table: Crosstab, confidence: number): MeasureResult {
  const square = phiSquared(table);
  const size = Math.sqrt(square.value);
  if (!isTwoByTwo(table)) {
    const slope = throughPhiSquared(square, 1 / (2 * size));
    return slope ? measured(table, size, slope, confidence) : { value: 0 };
  }
  const [a, b, c, d] = fourCells(table);
  const value = (a * d - b * c) / Math.sqrt(table.R[0]! * table.R[1]!) / Math.sqrt(table.C[0]! * table.C[1]!);
  const slope = value === 0 ? null : throughPhiSquared(square, 1 / (2 * value));
  const result = slope ? measured(table, value, slope, confidence) : { value };
  return table.survey ? result : withTest(result, 1 / Math.sqrt(table.N));
}
