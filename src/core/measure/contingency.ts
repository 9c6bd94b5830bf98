import { STEPS } from '../statistic/example-tables.js';
import type { Crosstab } from '../crosstab.js';
import { pearsonLines } from '../infer/chi-square-lines.js';
import { measure } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { type FormOfTable, ofPhiSquared } from './of-phi-squared.js';
import type { MeasureResult } from './result.js';

const contingencyForm: FormOfTable = () => ({
  to: (square) => Math.sqrt(square / (1 + square)),
  derivative: (square) => 1 / (2 * Math.sqrt(square / (1 + square)) * (1 + square) ** 2),
});

/**
 * Pearson's contingency coefficient C = sqrt(X²/(X² + N)) (Pearson 1904); `adjusted` is C over the largest it can be,
 * sqrt((k - 1)/k) with k = min(r, c) (Sakoda 1977).
 */
function contingency(table: Crosstab, confidence: number): MeasureResult {
  const k = Math.min(table.R.length, table.C.length);
  const result = ofPhiSquared(contingencyForm, table, confidence);
  return { ...result, adjusted: result.value / Math.sqrt((k - 1) / k) };
}

function contingencyExample(table: Crosstab): WorkedExample {
  const { lines, value } = pearsonLines(table);
  const result = Math.sqrt(value / (value + table.N));
  const k = Math.min(table.R.length, table.C.length);
  const most = Math.sqrt((k - 1) / k);
  return {
    formula: 'C = √(X² / (X² + N)); adjusted, divided by √((k − 1)/k), k the smaller number of categories',
    steps: [
      ...lines,
      `adjusted: C / √(${k - 1}/${k}) = ${figure(result)} / ${figure(most)} = ${figure(result / most)}`,
      `C = √(${figure(value)} / (${figure(value)} + ${figure(table.N)})) = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of Contingency coefficient. */
export const contingencyMeasure = measure({
  id: 'contingency',
  of: 'table',
  name: 'Contingency coefficient',
  symbol: 'C',
  about: 'Grows with X², but cannot reach 1; the adjusted value divides it by the most that this shape allows.',
  levels: 'any',
  shape: 'any',
  range: [0, 1],
  atIndependence: 0,
  ofPhiSquared: contingencyForm,
  compute: ({ table, confidence }) => contingency(table, confidence),
  workedExample: ({ table }) => contingencyExample(table),
  example: { request: { counts: STEPS }, value: Math.sqrt(20 / 140) },
});
