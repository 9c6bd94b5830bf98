import { total } from '../numerics/total.js';
import { directed } from './directed.js';
import { type Crosstab, eachCell } from '../crosstab.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import type { Direction } from './direction.js';
import { measured, type MeasureResult } from './result.js';

/** The entropy of a margin in nats, and its derivative in a total. */
function entropy(totals: readonly number[], N: number) {
  const value = -totals.reduce((sum, total) => sum + (total / N) * Math.log(total / N), 0);
  return { value, slope: (k: number) => (-Math.log(totals[k]! / N) - value) / N };
}

/**
 * Theil's uncertainty coefficient (Theil 1970): the share of one variable's entropy that the other removes;
 * symmetric, twice the shared information over the sum of both entropies. 0 ln 0 = 0.
 */
function uncertainty(table: Crosstab, direction: Direction, confidence: number): MeasureResult {
  const { n, R, C, N } = table;
  let shared = 0;
  const information = (value: number, i: number, j: number) => Math.log((value / R[i]!) * (N / C[j]!));
  eachCell(table, (value, i, j) => {
    if (value > 0) shared += (value / N) * information(value, i, j);
  });
  shared = Math.max(0, shared);
  const rows = entropy(R, N);
  const columns = entropy(C, N);
  const whole = { rows: rows.value, columns: columns.value, symmetric: (rows.value + columns.value) / 2 }[direction];
  const value = shared / whole;
  const wholeSlope = (i: number, j: number) =>
    ({ rows: rows.slope(i), columns: columns.slope(j), symmetric: (rows.slope(i) + columns.slope(j)) / 2 })[direction];
  return measured(
    table,
    value,
    (i, j) => ((information(n[i]![j]!, i, j) - shared) / N - value * wholeSlope(i, j)) / whole,
    confidence,
  );
}

function uncertaintyExample(table: Crosstab, direction: Direction): WorkedExample {
  const { n, R, C, N } = table;
  const entropy = (totals: readonly number[]) => -total(totals.map((t) => (t / N) * Math.log(t / N)));
  const line = (name: string, totals: readonly number[]) =>
    `H(${name}) = −[${terms(totals.map((t) => `${figure(t / N)} ln ${figure(t / N)}`))}] = ${figure(entropy(totals))}`;
  const filled = n.flat().filter((count) => count > 0);
  const [rows, columns, joint] = [entropy(R), entropy(C), entropy(filled)];
  const shared = rows + columns - joint;
  const whole = { rows, columns, symmetric: (rows + columns) / 2 }[direction];
  const under = { rows: 'H(rows)', columns: 'H(columns)', symmetric: '½ [H(rows) + H(columns)]' }[direction];
  return {
    formula: `U = [H(rows) + H(columns) − H(cells)] / ${under}, H = −Σ p ln p`,
    steps: [
      line('rows', R),
      line('columns', C),
      line('cells', filled),
      `U = (${figure(rows)} + ${figure(columns)} − ${figure(joint)}) / ${figure(whole)} = ${figure(shared / whole)}`,
    ],
    result: shared / whole,
  };
}

/** Information that the rows and columns of the example share: ln 2 + ln 3 less the entropy of its cells. */
const SHARED = Math.LN2 + Math.log(3) - (Math.log(4) / 2 + Math.log(6) / 3 + Math.log(12) / 6);

const predicting = directed({
  stem: 'uncertainty',
  name: 'Uncertainty',
  predicts: 'of',
  symbol: 'U',
  levels: 'any',
  range: [0, 1],
  compute: uncertainty,
  workedExample: uncertaintyExample,
});

/** Of a table, a record for each direction. */
export const uncertaintyMeasures = [
  predicting(
    'columns',
    'Share of the uncertainty (entropy) about the column that knowing the row takes away.',
    SHARED / Math.log(3),
  ),
  predicting(
    'rows',
    'Share of the uncertainty (entropy) about the row that knowing the column takes away.',
    SHARED / Math.LN2,
  ),
  predicting(
    'symmetric',
    'Information that rows and columns share, as a part of what both hold.',
    (2 * SHARED) / Math.log(6),
  ),
] as const;
