import { isWeighted, whyNotEach, whyNotTwo } from '../infer/group-moments.js';
import { welchDifference } from '../infer/mean-pairs.js';
import type { Absent } from '../infer/result.js';
import { fCritical } from '../numerics/distributions.js';
import { NO_TABLE, TWO_SITES } from '../statistic/example-numbers.js';
import { measure } from '../statistic/statistic.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import type { MeasureResult } from './result.js';

/** The difference of two means with the limits of Welch's t; with weights by linearisation, with N - 2. */
function meanDifference(subject: NumbersSubject): MeasureResult | Absent {
  const absent = whyNotTwo(subject) ?? whyNotEach(subject);
  if (absent) return absent;
  const { difference, error, df: own } = welchDifference(subject.groups[0]!, subject.groups[1]!);
  const df = isWeighted(subject) ? subject.all.n - 2 : own;
  const reach = error * Math.sqrt(fCritical(1 - subject.confidence, 1, df));
  return { value: difference, ase: error, lower: difference - reach, upper: difference + reach };
}

function meanDifferenceExample({ groups: [a, b] }: NumbersSubject): WorkedExample | null {
  if (!a || !b) return null;
  const result = a.mean - b.mean;
  return {
    formula: 'difference = m₁ − m₂',
    steps: [`${figure(a.mean)} − ${figure(b.mean)} = ${figure(result)}`],
    result,
  };
}

/** The record of the difference of two means. */
export const meanDifferenceMeasure = measure({
  id: 'mean-difference',
  of: 'numbers',
  name: 'Difference of the means',
  symbol: 'difference',
  about: 'How much higher the mean of the first group is than that of the second, in units of the numbers.',
  ...NO_TABLE,
  range: null,
  atIndependence: 0,
  compute: meanDifference,
  workedExample: meanDifferenceExample,
  example: { request: { numbers: { groups: TWO_SITES } }, value: -5 },
});
