import { STEPS } from '../statistic/example-tables.js';
import type { Crosstab } from '../crosstab.js';
import { meanSquare } from '../infer/chi-square-lines.js';
import { measure } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { type FormOfTable, ofPhiSquared, rootOver } from './of-phi-squared.js';
import type { MeasureResult } from './result.js';

const cramersVForm: FormOfTable = (rows, columns) => rootOver(Math.min(rows, columns) - 1);

/**
 * Cramer's V = sqrt(X²/(N (min(r, c) - 1))) (Cramer 1946). The interval inverts the noncentral chi-square
 * distribution of X², with weights on the scale of Rao and Scott; the lower end is 0 where no noncentrality fits
 * (Smithson 2003, chapter 4).
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * cramersV(table, 0.95).value; // 0.3333
 */
export function cramersV(table: Crosstab, confidence: number): MeasureResult {
  return ofPhiSquared(cramersVForm, table, confidence);
}

function cramersVExample(table: Crosstab): WorkedExample {
  const { phi2, lines } = meanSquare(table);
  const k = Math.min(table.R.length, table.C.length) - 1;
  const result = Math.sqrt(phi2 / k);
  return {
    formula: 'V = √(X² / (N (k − 1))), k the smaller number of categories',
    steps: [...lines, `V = √(${figure(phi2)} / ${k}) = ${figure(result)}`],
    result,
  };
}

/** The record of Cramer's V. */
export const cramersVMeasure = measure({
  id: 'cramers-v',
  of: 'table',
  name: "Cramer's V",
  symbol: 'V',
  about: '0 is no association, 1 is the strongest a table of this shape can show. It has no direction.',
  levels: 'any',
  shape: 'any',
  range: [0, 1],
  atIndependence: 0,
  ofPhiSquared: cramersVForm,
  compute: ({ table, confidence }) => cramersV(table, confidence),
  workedExample: ({ table }) => cramersVExample(table),
  example: { request: { counts: STEPS }, value: Math.sqrt(20 / 120) },
});
