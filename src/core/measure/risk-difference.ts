import { FOURFOLD } from '../statistic/example-tables.js';
import { type Crosstab, isTwoByTwo } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { measure } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { fourIntervals } from './four-intervals.js';
import { type MeasureResult, standardError } from './result.js';
import { ONLY_FOUR } from './only-four.js';
import { risksOf, sharesByHand } from './risks.js';

/**
 * The difference of the first column's shares in the two rows, first less second. Its interval inverts the test that
 * the verdict on a 2 x 2 table stands on.
 */
function riskDifference(table: Crosstab, confidence: number): MeasureResult | Absent {
  if (!isTwoByTwo(table)) return ONLY_FOUR;
  const { first, second, r1, r2 } = risksOf(table);
  const ase = standardError(table, (i, j) => {
    const [share, total, sign] = i === 0 ? [first, r1, 1] : [second, r2, -1];
    return (sign * ((j === 0 ? 1 : 0) - share)) / total;
  });
  const intervals = fourIntervals(table, confidence);
  const ends = intervals?.riskDifference ?? { noInterval: 'The cells leave no room for chance.' };
  return { value: first - second, ase, ...ends };
}

function riskDifferenceExample(table: Crosstab): WorkedExample {
  const { first, second, line } = sharesByHand(table);
  const result = first - second;
  return {
    formula: 'RD = share in the first group − share in the second',
    steps: [line, `RD = ${figure(first)} − ${figure(second)} = ${figure(result)}`],
    result,
  };
}

/** The record of Risk difference. */
export const riskDifferenceMeasure = measure({
  id: 'risk-difference',
  of: 'table',
  name: 'Risk difference',
  symbol: 'RD',
  about: 'The share in one group less the share in the other; 0 is no difference.',
  levels: 'any',
  shape: 'two-by-two',
  range: [-1, 1],
  atIndependence: 0,
  compute: ({ grouped, confidence }) => riskDifference(grouped, confidence),
  workedExample: ({ grouped }) => riskDifferenceExample(grouped),
  example: { request: { counts: FOURFOLD }, value: 5 / 12 },
});
