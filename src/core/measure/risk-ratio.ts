import { FOURFOLD } from '../statistic/example-tables.js';
import { type Crosstab, isTwoByTwo } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { criticalZ } from '../numerics/distributions.js';
import { measure } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { type MeasureResult, standardError } from './result.js';
import { ONLY_FOUR } from './only-four.js';
import { risksOf, sharesByHand } from './risks.js';

/** The ratio of the first column's shares in the two rows, with the log interval of Katz and others (1978). */
function riskRatio(table: Crosstab, confidence: number): MeasureResult | Absent {
  if (!isTwoByTwo(table)) return ONLY_FOUR;
  const { first, second, r1, r2 } = risksOf(table);
  if (second === 0) return { absent: 'Nobody in the second row is in the first column: the ratio would be infinite.' };
  const value = first / second;
  if (value === 0) return { value };
  const slope = (i: number, j: number) => {
    const [share, total, sign] = i === 0 ? [first, r1, 1] : [second, r2, -1];
    return (sign * ((j === 0 ? 1 : 0) - share)) / (share * total);
  };
  const error = standardError(table, slope);
  const reach = criticalZ(confidence) * error;
  return { value, ase: value * error, lower: value * Math.exp(-reach), upper: value * Math.exp(reach) };
}

function riskRatioExample(table: Crosstab): WorkedExample {
  const { first, second, line } = sharesByHand(table);
  const result = first / second;
  return {
    formula: 'RR = share in the first group / share in the second',
    steps: [line, `RR = ${figure(first)} / ${figure(second)} = ${figure(result)}`],
    result,
  };
}

/** The record of Risk ratio. */
export const riskRatioMeasure = measure({
  id: 'risk-ratio',
  of: 'table',
  name: 'Risk ratio',
  symbol: 'RR',
  about: 'How many times as large the share is in one group as in the other; 1 is no difference.',
  levels: 'any',
  shape: 'two-by-two',
  range: null,
  atIndependence: 1,
  compute: ({ grouped, confidence }) => riskRatio(grouped, confidence),
  workedExample: ({ grouped }) => riskRatioExample(grouped),
  example: { request: { counts: FOURFOLD }, value: 2.25 },
});
