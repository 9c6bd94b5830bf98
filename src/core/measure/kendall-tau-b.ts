import { STEPS } from '../statistic/example-tables.js';
import type { Crosstab } from '../crosstab.js';
import { measure } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { ordering, over } from './concordance.js';
import { pairLines, untied } from './pair-lines.js';
import type { MeasureResult } from './result.js';

/**
 * Kendall's tau-b = (P - Q)/sqrt(Dr Dc), Dr and Dc the pairs not tied on rows and on columns (Kendall 1945).
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * kendallTauB(table, 0.95).value; // 0.3333
 */
export function kendallTauB(table: Crosstab, confidence: number): MeasureResult {
  const pairs = ordering(table);
  const { R, C, N } = table;
  const { notTiedOnRows: Dr, notTiedOnColumns: Dc } = pairs;
  const D = Math.sqrt(Dr) * Math.sqrt(Dc);
  return over(pairs, D, (i, j) => D * ((N - R[i]!) / Dr + (N - C[j]!) / Dc), confidence);
}

function tauBExample(table: Crosstab): WorkedExample {
  const { P, Q, lines } = pairLines(table);
  const rows = untied('rows', table.R, table.N);
  const columns = untied('columns', table.C, table.N);
  const result = (P - Q) / Math.sqrt(rows.value) / Math.sqrt(columns.value);
  return {
    formula: 'τb = (P − Q) / √[(N² − Σ R²)(N² − Σ C²)]',
    steps: [
      ...lines,
      rows.line,
      columns.line,
      `τb = (${figure(P)} − ${figure(Q)}) / √(${figure(rows.value)} × ${figure(columns.value)}) = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of Kendall's tau-b. */
export const kendallTauBMeasure = measure({
  id: 'kendall-tau-b',
  of: 'table',
  name: "Kendall's tau-b",
  symbol: 'τb',
  about: 'Like gamma, but pairs that tie on one variable count against it; reaches ±1 on square tables.',
  levels: 'ordered',
  shape: 'any',
  range: [-1, 1],
  atIndependence: 0,
  compute: ({ table, confidence }) => kendallTauB(table, confidence),
  workedExample: ({ table }) => tauBExample(table),
  example: { request: { counts: STEPS }, value: 1600 / Math.sqrt(3600 * 4800) },
});
