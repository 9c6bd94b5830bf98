import { FOURFOLD } from '../statistic/example-tables.js';
import { type Crosstab, fourCells, isTwoByTwo } from '../crosstab.js';
import { meanSquare } from '../infer/chi-square-lines.js';
import { measure } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { fourIntervals } from './four-intervals.js';
import { type FormOfTable, ofPhiSquared, rootOver } from './of-phi-squared.js';
import { type MeasureResult, standardError, withTest } from './result.js';

const phiForm: FormOfTable = () => rootOver(1);

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
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * phi(table, 0.95).value; // 0.3333
 */
export function phi(table: Crosstab, confidence: number): MeasureResult {
  if (!isTwoByTwo(table)) return ofPhiSquared(phiForm, table, confidence);
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

function phiExample(table: Crosstab): WorkedExample {
  if (table.R.length !== 2 || table.C.length !== 2) {
    const { phi2, lines } = meanSquare(table);
    const result = Math.sqrt(phi2);
    return { formula: 'φ = √(X² / N)', steps: [...lines, `φ = √${figure(phi2)} = ${figure(result)}`], result };
  }
  const [a, b, c, d] = fourCells(table);
  const [r1, r2, c1, c2] = [table.R[0]!, table.R[1]!, table.C[0]!, table.C[1]!];
  const under = Math.sqrt(r1 * r2) * Math.sqrt(c1 * c2);
  const result = (a * d - b * c) / under;
  return {
    formula: 'φ = (ad − bc) / √(R₁R₂C₁C₂)',
    steps: [
      `ad − bc = ${figure(a)} × ${figure(d)} − ${figure(b)} × ${figure(c)} = ${figure(a * d - b * c)}`,
      `√(${figure(r1)} × ${figure(r2)} × ${figure(c1)} × ${figure(c2)}) = ${figure(under)}`,
      `φ = ${figure(a * d - b * c)} / ${figure(under)} = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of Phi. */
export const phiMeasure = measure({
  id: 'phi',
  of: 'table',
  name: 'Phi',
  symbol: 'φ',
  about: '0 is no association. On a 2 x 2 table it runs from −1 to 1, and its sign says which corner is fuller.',
  levels: 'any',
  shape: 'any',
  range: [-1, 1],
  atIndependence: 0,
  ofPhiSquared: phiForm,
  compute: ({ table, confidence }) => phi(table, confidence),
  workedExample: ({ table }) => phiExample(table),
  example: { request: { counts: FOURFOLD }, value: 1000 / Math.sqrt(40 * 60 * 50 * 50) },
});
