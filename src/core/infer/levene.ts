import { total } from '../numerics/total.js';
import { fSurvival } from '../numerics/distributions.js';
import { NO_TABLE } from '../statistic/example-numbers.js';
import { test } from '../statistic/statistic.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import { isWeighted, NOT_WITH_WEIGHTS, ONE_GROUP } from './group-moments.js';
import type { Absent, TestResult } from './result.js';

/** How far the numbers of each group lie from its median: mean, and squares about that mean. */
const deviationsOf = ({ groups }: NumbersSubject) =>
  groups.map(({ n, mean, median, squares, fromMedian }) => ({
    n,
    mean: fromMedian / n,
    squares: Math.max(0, squares + n * (mean - median) ** 2 - fromMedian ** 2 / n),
  }));

/** Analysis of variance of the distances from the groups' medians (Levene 1960; Brown and Forsythe 1974). */
function levene(subject: NumbersSubject): TestResult | Absent {
  if (isWeighted(subject)) return NOT_WITH_WEIGHTS;
  const { groups } = subject;
  const k = groups.length;
  const N = total(groups.map(({ n }) => n));
  if (k < 2) return ONE_GROUP;
  const deviations = deviationsOf(subject);
  const within = total(deviations.map(({ squares }) => squares));
  if (N <= k || !(within > 1e-12 * subject.all.squares))
    return {
      absent: 'In every group all numbers lie equally far from the median: nothing can be said of the spreads.',
    };
  const mean = total(deviations.map((group) => group.n * group.mean)) / N;
  const between = total(deviations.map((group) => group.n * (group.mean - mean) ** 2));
  const [df1, df2] = [k - 1, N - k];
  const statistic = between / df1 / (within / df2);
  return { statistic, df1, df2, p: fSurvival(statistic, df1, df2) };
}

/** By the sum of all squares, of which what lies within the groups is taken away. */
function leveneExample(subject: NumbersSubject): WorkedExample {
  const deviations = deviationsOf(subject);
  const N = total(deviations.map(({ n }) => n));
  const mean = total(deviations.map((group) => group.n * group.mean)) / N;
  const within = total(deviations.map(({ squares }) => squares));
  const all = total(deviations.map((group) => group.squares + group.n * group.mean ** 2)) - N * mean ** 2;
  const [df1, df2] = [deviations.length - 1, N - deviations.length];
  const result = (all - within) / df1 / (within / df2);
  return {
    formula: 'F = the analysis of variance of |x − median of its group|',
    steps: [
      `mean distances from the medians: ${terms(
        deviations.map((group) => figure(group.mean)),
        '; ',
      )}`,
      `squares of the distances about their mean, ${figure(mean)}: ${figure(all)}; within the groups ${figure(within)}`,
      `F = (${figure(all - within)} / ${figure(df1)}) / (${figure(within)} / ${figure(df2)}) = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of Levene's test. */
export const leveneTest = test({
  id: 'levene',
  of: 'numbers',
  name: "Levene's test of the spreads",
  symbol: 'F',
  about: 'Asks whether the spreads of groups differ, by the distances from their medians (Brown-Forsythe).',
  ...NO_TABLE,
  looksFor: 'groups that spread differently',
  compute: levene,
  workedExample: leveneExample,
  // Distances 2, 0, 2 and 6, 0, 6: means 4/3 and 4, between 32/3, within 8/3 + 24.
  example: {
    request: {
      numbers: {
        groups: [
          [1, 3, 5],
          [1, 7, 13],
        ],
      },
    },
    value: 1.6,
  },
});
