import { STEPS } from '../statistic/example-tables.js';
import { type Crosstab, eachCell } from '../crosstab.js';
import { midranks } from '../infer/midranks.js';
import type { Absent } from '../infer/result.js';
import { measure } from '../statistic/statistic.js';
import type { WorkedExample } from '../statistic/worked-example.js';
import { correlationExample } from './correlation-lines.js';
import { testedByPermutation } from './correlation.js';
import { measured, type MeasureResult } from './result.js';

/** Midranks about their mean, N/2: those below, and half of those level. */
function ridits(totals: readonly number[], N: number): number[] {
  let below = 0;
  return totals.map((total) => {
    below += total;
    return below - total / 2 - N / 2;
  });
}

/**
 * For each k, half of what stands above k less what stands below: the slope that a growing category has on the ranks.
 */
function push(values: readonly number[]): number[] {
  const all = values.reduce((sum, value) => sum + value, 0);
  let before = 0;
  return values.map((value) => {
    const after = all - before - value;
    const half = (after - before) / 2;
    before += value;
    return half;
  });
}

/**
 * Spearman's rank correlation, with midranks for ties (Spearman 1904). The ranks move with the counts, and so does the
 * slope.
 */
function spearman(table: Crosstab, confidence: number): MeasureResult | Absent {
  const { n, R, C, N } = table;
  const x = ridits(R, N);
  const y = ridits(C, N);
  let xy = 0;
  eachCell(table, (count, i, j) => (xy += count * x[i]! * y[j]!));
  const xx = R.reduce((sum, total, i) => sum + total * x[i]! ** 2, 0);
  const yy = C.reduce((sum, total, j) => sum + total * y[j]! ** 2, 0);
  const size = Math.sqrt(xx) * Math.sqrt(yy);
  const value = xy / size;
  const byRow = push(n.map((row) => row.reduce((sum, count, j) => sum + count * y[j]!, 0)));
  const byColumn = push(C.map((_, j) => n.reduce((sum, row, i) => sum + row[j]! * x[i]!, 0)));
  const xxPush = push(R.map((total, i) => total * x[i]!));
  const yyPush = push(C.map((total, j) => total * y[j]!));
  const slope = (i: number, j: number) => {
    const xySlope = x[i]! * y[j]! + byRow[i]! + byColumn[j]!;
    const xxSlope = x[i]! ** 2 + 2 * xxPush[i]!;
    const yySlope = y[j]! ** 2 + 2 * yyPush[j]!;
    return xySlope / size - (value / 2) * (xxSlope / xx + yySlope / yy);
  };
  return testedByPermutation(measured(table, value, slope, confidence), table);
}

function spearmanExample(table: Crosstab): WorkedExample {
  const sum = correlationExample(table, midranks(table.R), midranks(table.C), 'ρ');
  return { ...sum, formula: `${sum.formula}, x and y the mean ranks of those who share a category` };
}

/** The record of Spearman's rank correlation. */
export const spearmanMeasure = measure({
  id: 'spearman',
  of: 'table',
  name: "Spearman's rank correlation",
  symbol: 'ρ',
  about: 'How far the ranks on both variables agree. −1 to 1.',
  levels: 'ordered',
  shape: 'any',
  range: [-1, 1],
  atIndependence: 0,
  compute: ({ table, confidence }) => spearman(table, confidence),
  workedExample: ({ table }) => spearmanExample(table),
  example: { request: { counts: STEPS }, value: 20 / Math.sqrt(30 * 80) },
});
