import { type Crosstab, fourCells, isTwoByTwo } from '../crosstab.js';
import { phiSquared } from './phi-squared.js';
import { type MeasureResult, withInterval } from './result.js';

/**
 * Phi. On 2 x 2 it is signed, (ad - bc)/sqrt(R1 R2 C1 C2) (Yule 1912); on larger tables sqrt(X²/N), which can pass 1.
 * At exactly 0 the square root has no derivative, and only the value is given.
 */
export function phi(table: Crosstab, confidence: number): MeasureResult {
  const square = phiSquared(table);
  const size = Math.sqrt(square.value);
  if (isTwoByTwo(table)) {
    const [a, b, c, d] = fourCells(table);
    const [r1 = 0, r2 = 0] = table.R;
    const [c1 = 0, c2 = 0] = table.C;
    const value = (a * d - b * c) / Math.sqrt(r1 * r2) / Math.sqrt(c1 * c2);
    return value === 0 ? { value } : withInterval(value, square.ase / (2 * size), confidence);
  }
  return size === 0 ? { value: 0 } : withInterval(size, square.ase / (2 * size), confidence);
}
