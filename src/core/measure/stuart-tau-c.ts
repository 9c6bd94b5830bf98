import { STEPS } from '../statistic/example-tables.js';
import type { Crosstab } from '../crosstab.js';
import { measure } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { ordering, over } from './concordance.js';
import { pairLines } from './pair-lines.js';
import type { MeasureResult } from './result.js';

/** Stuart's tau-c = (P - Q) m/((m - 1) N²), m = min(r, c) (Stuart 1953). */
function stuartTauC(table: Crosstab, confidence: number): MeasureResult {
  const m = Math.min(table.R.length, table.C.length);
  const D = ((m - 1) / m) * table.N ** 2;
  return over(ordering(table), D, () => (2 * D) / table.N, confidence);
}

function tauCExample(table: Crosstab): WorkedExample {
  const { P, Q, lines } = pairLines(table);
  const m = Math.min(table.R.length, table.C.length);
  const result = ((P - Q) * m) / ((m - 1) * table.N ** 2);
  return {
    formula: 'τc = (P − Q) m / [(m − 1) N²], m the smaller number of categories',
    steps: [
      ...lines,
      `τc = (${figure(P)} − ${figure(Q)}) × ${m} / (${m - 1} × ${figure(table.N)}²) = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of Stuart's tau-c. */
export const stuartTauCMeasure = measure({
  id: 'stuart-tau-c',
  of: 'table',
  name: "Stuart's tau-c",
  symbol: 'τc',
  about: 'Like tau-b, made to reach ±1 on tables that are not square.',
  levels: 'ordered',
  shape: 'any',
  range: [-1, 1],
  atIndependence: 0,
  compute: ({ table, confidence }) => stuartTauC(table, confidence),
  workedExample: ({ table }) => tauCExample(table),
  example: { request: { counts: STEPS }, value: (2 * 1600 * 2) / 120 ** 2 },
});
