import { total } from '../numerics/total.js';
import { fSurvival } from '../numerics/distributions.js';
import { AGES, NO_TABLE } from '../statistic/example-numbers.js';
import { test } from '../statistic/statistic.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import { varianceOf } from '../table/group-figures.js';
import { isWeighted, NOT_WITH_WEIGHTS, whyNotEach } from './group-moments.js';
import type { Absent, TestResult } from './result.js';
import { betweenByPairs, weightedBetween } from './weighted-between.js';

/** Means of groups compared without the spreads being alike (Welch 1951): each weighs n/s². */
function welchAnova(subject: NumbersSubject): TestResult | Absent {
  const absent = isWeighted(subject) ? NOT_WITH_WEIGHTS : whyNotEach(subject);
  if (absent) return absent;
  const { groups } = subject;
  const k = groups.length;
  const weights = groups.map((group) => group.n / varianceOf(group)!);
  const whole = total(weights);
  const between = weightedBetween(groups, weights) / (k - 1);
  const loss = total(groups.map(({ n }, j) => (1 - weights[j]! / whole) ** 2 / (n - 1)));
  const statistic = between / (1 + ((2 * (k - 2)) / (k * k - 1)) * loss);
  const [df1, df2] = [k - 1, (k * k - 1) / (3 * loss)];
  return { statistic, df1, df2, p: fSurvival(statistic, df1, df2) };
}

/** Pair by pair: the weighted squares about the weighted mean are Σ w_i w_j (m_i − m_j)²/W over all pairs. */
function welchAnovaExample({ groups }: NumbersSubject): WorkedExample {
  const k = groups.length;
  const weights = groups.map(({ n, squares }) => (n * (n - 1)) / squares);
  const whole = total(weights);
  const between = betweenByPairs(groups, weights);
  const loss = total(groups.map(({ n }, j) => (1 - weights[j]! / whole) ** 2 / (n - 1)));
  const divisor = 1 + ((2 * (k - 2)) / (k * k - 1)) * loss;
  const result = between / (k - 1) / divisor;
  return {
    formula: 'F = [Σ w (m − m̃)² / (k − 1)] / [1 + 2(k − 2)/(k² − 1) × Σ (1 − w/W)²/(n − 1)], w = n/s²',
    steps: [
      `weights w = n/s²: ${terms(weights.map(figure), '; ')}; W = ${figure(whole)}`,
      `Σ w (m − m̃)² = sum over pairs of w w′ (m − m′)² / W = ${figure(between)}`,
      `Σ (1 − w/W)²/(n − 1) = ${figure(loss)}`,
      `F = ${figure(between)} / ${figure(k - 1)} / ${figure(divisor)} = ${figure(result)}`,
      `degrees of freedom: ${figure(k - 1)} and (k² − 1)/(3 × ${figure(loss)}) = ${figure((k * k - 1) / (3 * loss))}`,
    ],
    result,
  };
}

/** The record of Welch's test of means. */
export const welchAnovaTest = test({
  id: 'welch-anova',
  of: 'numbers',
  name: "Welch's test of the groups' means",
  symbol: 'F',
  about: 'Asks whether the means of groups differ, whether or not their spreads are alike.',
  ...NO_TABLE,
  compute: welchAnova,
  workedExample: welchAnovaExample,
  // Equal sizes and spreads: 5.4 / (1 + 2/8 · 3 · (2/3)²/3) = 5.4/(10/9).
  example: { request: { numbers: { groups: AGES } }, value: 4.86 },
});
