import { isWeighted, NOT_WITH_WEIGHTS, whyNotTwo } from '../infer/group-moments.js';
import { higherPairs } from '../infer/mann-whitney.js';
import type { Absent } from '../infer/result.js';
import { NO_TABLE, TWO_SITES } from '../statistic/example-numbers.js';
import { measure } from '../statistic/statistic.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import type { MeasureResult } from './result.js';

/** Pairs of respondents in which the first group's stands higher, less those in which it stands lower (Kerby 2014). */
function rankBiserial(subject: NumbersSubject): MeasureResult | Absent {
  const absent = isWeighted(subject) ? NOT_WITH_WEIGHTS : whyNotTwo(subject);
  if (absent) return absent;
  const [a, b] = [subject.groups[0]!, subject.groups[1]!];
  const value = (2 * higherPairs(a)) / (a.n * b.n) - 1;
  return { value, noInterval: 'None is given with it; the test on ranks says how sure it is.' };
}

/** By the mean ranks of the two groups. */
function rankBiserialExample({ groups: [a, b] }: NumbersSubject): WorkedExample | null {
  if (!a || !b) return null;
  const [first, second] = [a, b].map(({ n, rankSum }) => (rankSum ?? 0) / n) as [number, number];
  const result = (2 * (first - second)) / (a.n + b.n);
  return {
    formula: 'r = 2 (mean rank of the first group − mean rank of the second) / N',
    steps: [`r = 2 × (${figure(first)} − ${figure(second)}) / ${figure(a.n + b.n)} = ${figure(result)}`],
    result,
  };
}

/** The record of the rank-biserial correlation. */
export const rankBiserialMeasure = measure({
  id: 'rank-biserial',
  of: 'numbers',
  name: 'Rank-biserial correlation',
  symbol: 'r',
  about: 'How often a respondent of the first group has the higher number of two, less how often the lower. −1 to 1.',
  ...NO_TABLE,
  range: [-1, 1],
  atIndependence: 0,
  compute: rankBiserial,
  workedExample: rankBiserialExample,
  example: { request: { numbers: { groups: TWO_SITES } }, value: -0.875 },
});
