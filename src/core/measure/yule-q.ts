import { FOURFOLD } from '../statistic/example-tables.js';
import { type Crosstab, fourCells, isTwoByTwo } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { measure } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { gamma } from './gamma.js';
import { ONLY_FOUR } from './only-four.js';
import type { MeasureResult } from './result.js';

/** Yule's Q = (ad - bc)/(ad + bc) (1900); it is gamma of a 2 x 2 table. */
function yuleQ(table: Crosstab, confidence: number): MeasureResult | Absent {
  return isTwoByTwo(table) ? gamma(table, confidence) : ONLY_FOUR;
}

function yuleQExample(table: Crosstab): WorkedExample {
  const [a, b, c, d] = fourCells(table);
  const result = (a * d - b * c) / (a * d + b * c);
  return {
    formula: 'Q = (ad − bc) / (ad + bc)',
    steps: [
      `ad = ${figure(a * d)}; bc = ${figure(b * c)}`,
      `Q = (${figure(a * d)} − ${figure(b * c)}) / (${figure(a * d)} + ${figure(b * c)}) = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of Yule's Q. */
export const yuleQMeasure = measure({
  id: 'yule-q',
  of: 'table',
  name: "Yule's Q",
  symbol: 'Q',
  about: 'Gamma of a 2 x 2 table: the odds ratio drawn in to −1 to 1.',
  levels: 'any',
  shape: 'two-by-two',
  range: [-1, 1],
  atIndependence: 0,
  ofOddsRatio: (oddsRatio) => (oddsRatio - 1) / (oddsRatio + 1),
  compute: ({ table, confidence }) => yuleQ(table, confidence),
  workedExample: ({ table }) => yuleQExample(table),
  example: { request: { counts: FOURFOLD }, value: 5 / 7 },
});
