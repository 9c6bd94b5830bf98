import { type Crosstab, fourCells, isTwoByTwo } from '../crosstab.js';
import { fourIntervals } from './four-intervals.js';
import { ofPhiSquared } from './of-phi-squared.js';
import { type MeasureResult, standardError, withTest } from './result.js';

/** The derivative of a 2 x 2 table's phi in each count; it has one at 0 too. */
function slopeOfFour(table: Crosstab, value: number) {
  const { R, C } = table;
  const cells = fourCells(table);
  const root = Math.sqrt((R[0] ?? 0) * (R[1] ?? 0)) * Math.sqrt((C[0] ?? 0) * (C[1] ?? 0));
  return (i: number, j: number) => {
    const opposite = cells[3 - (2 * i + j)] ?? 0;
    const ofProduct = ((i === j ? 1 : -1) * opposite) / root;
    return ofProduct - (value / 2) * (1 / (R[i] ?? 1) + 1 / (C[j] ?? 1));
  };
}

/**
 * Phi. On 2 x 2 it is signed, (ad - bc)/sqrt(R1 R2 C1 C2) (Yule 1912), its standard error under independence is
 * 1/sqrt(N), and its interval inverts the test that the verdict stands on; on larger tables it is sqrt(X²/N), which can
 * pass 1.
 */
export function phi(table: Crosstab, confidence: number): MeasureResult {
  if (!isTwoByTwo(table)) return ofPhiSquared('phi', table, confidence);
  const [a, b, c, d] = fourCells(table);
  const [r1 = 0, r2 = 0] = table.R;
  const [c1 = 0, c2 = 0] = table.C;
  const value = (a * d - b * c) / Math.sqrt(r1 * r2) / Math.sqrt(c1 * c2);
  const ase = standardError(table, slopeOfFour(table, value));
  const intervals = fourIntervals(table, confidence);
  const result: MeasureResult = intervals
    ? { value, ase, ...intervals.phi }
    : { value, ase, noInterval: 'The cells leave no room for chance.' };
  return table.survey ? result : withTest(result, 1 / Math.sqrt(table.N));
}
