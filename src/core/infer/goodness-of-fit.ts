import { total } from '../numerics/total.js';
import { chiSquare } from './chi-square.js';
import { test } from '../statistic/statistic.js';
import type { OneWay, Subjects } from '../statistic/subjects.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import { drawOneWay } from './exact/draw.js';
import { answer, type ExactOptions, type Question, TIE, whyNoExact } from './exact/exact.js';
import { probabilityUpTo } from './exact/network.js';
import { oneWayNetwork } from './exact/table-network.js';
import { type Absent, isAbsent, type TestResult } from './result.js';

/**
 * Counts against proportions (equal where none are given); proportions need not add up to 1.
 * @example oneWay([10, 20], [1, 2]).expected // [10, 20]
 */
export function oneWay(counts: readonly number[], proportions?: readonly number[]): OneWay {
  const N = total(counts);
  const shares = proportions ?? counts.map(() => 1);
  const whole = total(shares);
  return { n: [...counts], expected: shares.map((share) => (N * share) / whole), N };
}

/** X² = sum (n - e)²/e of one-way counts. */
function oneWayStatistic(n: readonly number[], expected: readonly number[]): number {
  return n.reduce((sum, count, k) => sum + (count - expected[k]!) ** 2 / expected[k]!, 0);
}

/**
 * Pearson's X² of counts against given proportions, df k - 1 (Pearson 1900); the variant is G² = 2 sum n ln(n/e). A
 * category is needed even where nobody is in it; one that is expected to be empty must be left out.
 */
function goodnessOfFit({ n, expected, N }: OneWay): TestResult | Absent {
  if (n.length < 2) return { absent: 'It compares two categories or more.' };
  if (N === 0) return { absent: 'Nobody is in the table.' };
  const df = n.length - 1;
  const statistic = oneWayStatistic(n, expected);
  const likelihood =
    2 * n.reduce((sum, count, k) => sum + (count === 0 ? 0 : count * Math.log(count / expected[k]!)), 0);
  return { ...chiSquare(statistic, df), variants: { 'likelihood-ratio': chiSquare(Math.max(0, likelihood), df) } };
}

/**
 * X² of one-way counts with the p of all counts of as many respondents that have an X² no smaller (multinomial).
 * @example goodnessExact(oneWay([1, 5])).p // 0.2188
 */
export function goodnessExact({ n, expected, N }: OneWay, options: ExactOptions = {}): TestResult | Absent {
  const why = whyNoExact(N, n.every(Number.isInteger), options, { absent: 'The exact test was not asked for.' });
  if (why) return why;
  const statistic = oneWayStatistic(n, expected);
  if (statistic === 0) return { statistic, p: 1, sampling: { method: 'exact', work: 0 } };
  const shares = expected.map((e) => e / N);
  const term = (x: number, k: number) => -((x - expected[k]!) ** 2) / expected[k]!;
  const limit = -statistic * (1 - TIE);
  const out = new Float64Array(n.length);
  const question: Question = {
    cells: n.length,
    exactly: (meter) => probabilityUpTo(oneWayNetwork(N, shares, term, meter), limit, statistic, meter),
    draw: (random) => {
      drawOneWay(N, shares, random, out);
      return out.reduce((sum, x, k) => sum + term(x, k), 0) <= limit;
    },
  };
  const result = answer(question, options);
  return 'absent' in result ? result : { statistic, ...result };
}

/** Counts of one set of categories against what is expected of each. */
function goodnessOfFitExample({ n, expected, N, shares }: Subjects['one-way'], tested: TestResult): WorkedExample {
  const all = shares ? total(shares) : n.length;
  const result = total(n.map((count, k) => (count - expected[k]!) ** 2 / expected[k]!));
  return {
    formula: `X² = Σ (n − e)² / e over the categories, with e = N × ${shares ? 'the share that is expected' : '1/k'}`,
    steps: [
      shares
        ? `e: ${terms(
            shares.map((share, k) => `${figure(N)} × ${figure(share)} / ${figure(all)} = ${figure(expected[k]!)}`),
            '; ',
          )}`
        : `e = ${figure(N)} / ${n.length} = ${figure(expected[0] ?? 0)}`,
      'X² = ' +
        `${terms(n.map((count, k) => `(${figure(count)} − ${figure(expected[k]!)})² / ${figure(expected[k]!)}`))} ` +
        `= ${figure(result)}`,
      `df = ${n.length} − 1 = ${n.length - 1}; p = ${figure(tested.p)}`,
    ],
    result,
  };
}

/** The test with its exact form beside it. */
function withExactForm(subject: Subjects['one-way']): TestResult | Absent {
  const result = goodnessOfFit(subject);
  if (isAbsent(result)) return result;
  const exactly = goodnessExact(subject, subject.exact);
  return isAbsent(exactly) ? result : { ...result, variants: { ...result.variants, exact: exactly } };
}

/** The record of Goodness of fit. */
export const goodnessOfFitTest = test({
  id: 'goodness-of-fit',
  of: 'one-way',
  name: 'Goodness of fit',
  symbol: 'χ²',
  about: 'Compares the counts with given shares, or with equal ones.',
  levels: 'any',
  shape: 'any',
  compute: withExactForm,
  workedExample: goodnessOfFitExample,
  example: { request: { oneWay: { counts: [18, 55, 27], proportions: [1, 2, 1] } }, value: 2.62 },
});
