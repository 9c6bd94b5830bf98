import { STEPS } from '../statistic/example-tables.js';
import type { Crosstab } from '../crosstab.js';
import { dfOf, meanSquare } from '../infer/chi-square-lines.js';
import { measure } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { type FormOfTable, ofPhiSquared, rootOver } from './of-phi-squared.js';
import type { MeasureResult } from './result.js';

const tschuprowTForm: FormOfTable = (rows, columns) => rootOver(Math.sqrt((rows - 1) * (columns - 1)));

/** Tschuprow's T = sqrt(X²/(N sqrt((r - 1)(c - 1)))) (Tschuprow 1925). */
function tschuprowT(table: Crosstab, confidence: number): MeasureResult {
  return ofPhiSquared(tschuprowTForm, table, confidence);
}

function tschuprowExample(table: Crosstab): WorkedExample {
  const { phi2, lines } = meanSquare(table);
  const root = Math.sqrt(dfOf(table));
  const result = Math.sqrt(phi2 / root);
  return {
    formula: 'T = √(X² / (N √((r − 1)(c − 1))))',
    steps: [...lines, `T = √(${figure(phi2)} / √${dfOf(table)}) = ${figure(result)}`],
    result,
  };
}

/** The record of Tschuprow's T. */
export const tschuprowTMeasure = measure({
  id: 'tschuprow-t',
  of: 'table',
  name: "Tschuprow's T",
  symbol: 'T',
  about: 'Like V, but it reaches 1 on square tables only.',
  levels: 'any',
  shape: 'any',
  range: [0, 1],
  atIndependence: 0,
  ofPhiSquared: tschuprowTForm,
  compute: ({ table, confidence }) => tschuprowT(table, confidence),
  workedExample: ({ table }) => tschuprowExample(table),
  example: { request: { counts: STEPS }, value: Math.sqrt(20 / 120 / Math.SQRT2) },
});
