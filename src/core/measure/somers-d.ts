import { directed } from './directed.js';
import type { Crosstab } from '../crosstab.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { ordering, over } from './concordance.js';
import type { Direction } from './direction.js';
import { pairLines, untied } from './pair-lines.js';
import type { MeasureResult } from './result.js';

/**
 * Somers' d (1962): (P - Q) over the pairs not tied on the variable that is known; symmetric, over the mean of the two
 * denominators.
 */
function somersD(table: Crosstab, direction: Direction, confidence: number): MeasureResult {
  const pairs = ordering(table);
  const { R, C, N } = table;
  const { notTiedOnRows: Dr, notTiedOnColumns: Dc } = pairs;
  const D = { columns: Dr, rows: Dc, symmetric: (Dr + Dc) / 2 }[direction];
  const slope = (i: number, j: number) =>
    ({ columns: 2 * (N - R[i]!), rows: 2 * (N - C[j]!), symmetric: 2 * N - R[i]! - C[j]! })[direction];
  return over(pairs, D, slope, confidence);
}

function somersDExample(table: Crosstab, direction: Direction): WorkedExample {
  const { P, Q, lines } = pairLines(table);
  const rows = untied('rows', table.R, table.N);
  const columns = untied('columns', table.C, table.N);
  const under = { columns: rows.value, rows: columns.value, symmetric: (rows.value + columns.value) / 2 }[direction];
  const result = (P - Q) / under;
  return {
    formula: {
      columns: 'd = (P − Q) / (N² − Σ R²)',
      rows: 'd = (P − Q) / (N² − Σ C²)',
      symmetric: 'd = (P − Q) / ½ [(N² − Σ R²) + (N² − Σ C²)]',
    }[direction],
    steps: [
      ...lines,
      ...(direction === 'rows' ? [] : [rows.line]),
      ...(direction === 'columns' ? [] : [columns.line]),
      `d = (${figure(P)} − ${figure(Q)}) / ${figure(under)} = ${figure(result)}`,
    ],
    result,
  };
}

const predicting = directed({
  stem: 'somers-d',
  name: "Somers' d",
  predicts: 'predicting',
  symbol: 'd',
  levels: 'ordered',
  range: [-1, 1],
  compute: somersD,
  workedExample: somersDExample,
});

/** Of a table, a record for each direction. */
export const somersDMeasures = [
  predicting(
    'columns',
    'Of the pairs that differ on the row, how many more are ordered the same way on the column than the other.',
    1600 / 3600,
  ),
  predicting(
    'rows',
    'Of the pairs that differ on the column, how many more are ordered the same way on the row than the other.',
    1600 / 4800,
  ),
  predicting('symmetric', 'The two one-way figures taken together.', 1600 / 4200),
] as const;
