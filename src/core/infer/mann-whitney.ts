import { NO_TABLE, TWO_SITES } from '../statistic/example-numbers.js';
import { normalTwoSided } from '../numerics/distributions.js';
import { total } from '../numerics/total.js';
import { test } from '../statistic/statistic.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { isWeighted, NOT_WITH_WEIGHTS, whyNotTwo } from './group-moments.js';
import { ALL_THE_SAME, leftByTies } from './number-ranks.js';
import type { Absent, TestResult } from './result.js';

/** Steps of the exact distribution that are taken at most. */
const MOST_PRODUCT = 2_500;

/**
 * How likely each U is where all orders are: for each count of the first group, the ways to reach each U, number by
 * number upwards; the c-th of the group at rank k passes k - c of the other.
 */
function exactShares(first: number, second: number): number[] {
  const most = first * second;
  const ways = Array.from({ length: first + 1 }, () => new Array<number>(most + 1).fill(0));
  ways[0]![0] = 1;
  for (let k = 1; k <= first + second; k++) {
    for (let c = Math.min(k, first); c >= 1; c--) {
      const passed = k - c;
      if (passed > second) break;
      for (let u = most - passed; u >= 0; u--) ways[c]![u + passed]! += ways[c - 1]![u]!;
    }
  }
  const last = ways[first]!;
  const all = total(last);
  return last.map((count) => count / all);
}

/** The statistic of a pair: in how many pairs of respondents the first group's stands higher, ties as a half. */
export const higherPairs = ({ n, rankSum }: { n: number; rankSum: number | null }) =>
  (rankSum ?? 0) - (n * (n + 1)) / 2;

/**
 * Mann and Whitney's U (1947) of the first group, by the normal distribution with the correction for ties; without ties
 * and for few also exactly.
 */
function mannWhitney(subject: NumbersSubject): TestResult | Absent {
  const absent = isWeighted(subject) ? NOT_WITH_WEIGHTS : whyNotTwo(subject);
  if (absent) return absent;
  const left = leftByTies(subject);
  if (!(left > 0)) return ALL_THE_SAME;
  const [a, b] = [subject.groups[0]!, subject.groups[1]!];
  const pairs = a.n * b.n;
  const statistic = higherPairs(a);
  const variance = ((pairs * (subject.all.n + 1)) / 12) * left;
  const z = (statistic - pairs / 2) / Math.sqrt(variance);
  const result: TestResult = { statistic, p: normalTwoSided(z) };
  if (subject.ties !== 0 || pairs > MOST_PRODUCT) return result;
  const shares = exactShares(a.n, b.n);
  const pLess = total(shares.slice(0, statistic + 1));
  const pGreater = total(shares.slice(statistic));
  const p = Math.min(1, 2 * Math.min(pLess, pGreater));
  return { ...result, variants: { exact: { p, pLess, pGreater, sampling: { method: 'exact', work: pairs } } } };
}

function mannWhitneyExample(subject: NumbersSubject): WorkedExample | null {
  const [a, b] = subject.groups;
  if (!a || !b) return null;
  const ofSecond = higherPairs(b);
  const result = a.n * b.n - ofSecond;
  return {
    formula: 'U = pairs of respondents in which the one of the first group has the higher number, ties as a half',
    steps: [
      `ranks of the second group add up to ${figure(b.rankSum ?? 0)}; the least that they can is ` +
        figure((b.n * (b.n + 1)) / 2),
      `it stands higher in ${figure(ofSecond)} of ${figure(a.n)} × ${figure(b.n)} = ${figure(a.n * b.n)} pairs`,
      `U = ${figure(a.n * b.n)} − ${figure(ofSecond)} = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of Mann and Whitney's U. */
export const mannWhitneyTest = test({
  id: 'mann-whitney',
  of: 'numbers',
  name: 'Ranks of two groups (Mann-Whitney)',
  symbol: 'U',
  about: 'Asks whether the numbers of one of two groups stand higher than those of the other.',
  ...NO_TABLE,
  looksFor: 'a group that stands higher than the other',
  compute: mannWhitney,
  workedExample: mannWhitneyExample,
  // 6 passes 5: one pair of 16.
  example: { request: { numbers: { groups: TWO_SITES } }, value: 1 },
});
