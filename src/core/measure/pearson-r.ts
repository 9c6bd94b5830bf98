import { STEPS } from '../statistic/example-tables.js';
import type { Crosstab } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { measure } from '../statistic/statistic.js';
import type { WorkedExample } from '../statistic/worked-example.js';
import { correlationExample } from './correlation-lines.js';
import { scoreMoments, testedByPermutation } from './correlation.js';
import { measured, type MeasureResult } from './result.js';

const NO_SPREAD = 'All scores of an axis are the same, so nothing can go along with them.';

/** Pearson's product-moment correlation of the scores of rows and columns. */
function pearsonR(table: Crosstab, confidence: number): MeasureResult | Absent {
  const { x, y, xx, yy, xy } = scoreMoments(table);
  if (!(xx > 0) || !(yy > 0)) return { absent: NO_SPREAD };
  const size = Math.sqrt(xx) * Math.sqrt(yy);
  const value = xy / size;
  const slope = (i: number, j: number) => (x[i]! * y[j]!) / size - (value / 2) * (x[i]! ** 2 / xx + y[j]! ** 2 / yy);
  return testedByPermutation(measured(table, value, slope, confidence), table);
}

export function pearsonRExample(table: Crosstab): WorkedExample {
  return correlationExample(table, table.scores.rows, table.scores.columns, 'r');
}

/** The record of Pearson's r of scores. */
export const pearsonRMeasure = measure({
  id: 'pearson-r',
  of: 'table',
  name: "Pearson's r of scores",
  symbol: 'r',
  about: 'How straight a line the scores of the categories lie on. −1 to 1.',
  levels: 'ordered',
  shape: 'any',
  range: [-1, 1],
  atIndependence: 0,
  compute: ({ table, confidence }) => pearsonR(table, confidence),
  workedExample: ({ table }) => pearsonRExample(table),
  example: { request: { counts: STEPS }, value: 20 / Math.sqrt(30 * 80) },
});
