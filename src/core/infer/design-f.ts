import { total } from '../numerics/total.js';
import { fSurvival } from '../numerics/distributions.js';
import { AGES, NO_TABLE } from '../statistic/example-numbers.js';
import { test } from '../statistic/statistic.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import { varianceOfMean } from '../table/group-figures.js';
import { isWeighted, whyNotEach } from './group-moments.js';
import type { Absent, TestResult } from './result.js';
import { betweenByPairs, weightedBetween } from './weighted-between.js';

/**
 * The design-based F of the groups' means: Wald's statistic of their equality over k - 1, the means' variances by
 * linearisation with respondents as independent units, against F with k - 1 and N - k degrees of freedom.
 */
function designF(subject: NumbersSubject): TestResult | Absent {
  if (!isWeighted(subject)) return { absent: "Nobody is weighted; Welch's test allows for spreads that differ." };
  const absent = whyNotEach(subject);
  if (absent) return absent;
  const { groups, all } = subject;
  const k = groups.length;
  const weights = groups.map((group) => 1 / varianceOfMean(group)!);
  const statistic = weightedBetween(groups, weights) / (k - 1);
  const [df1, df2] = [k - 1, all.n - k];
  return { statistic, df1, df2, p: fSurvival(statistic, df1, df2) };
}

/** Pair by pair, as Welch's. */
function designFExample({ groups }: NumbersSubject): WorkedExample {
  const weights = groups.map((group) => 1 / varianceOfMean(group)!);
  const whole = total(weights);
  const between = betweenByPairs(groups, weights);
  const result = between / (groups.length - 1);
  return {
    formula: 'F = Σ (m − m̃)²/v / (k − 1), v the variance of a weighted mean by linearisation',
    steps: [
      `1/v of the groups: ${terms(weights.map(figure), '; ')}; together ${figure(whole)}`,
      `Σ (m − m̃)²/v = sum over pairs of (m − m′)²/(v v′) / ${figure(whole)} = ${figure(between)}`,
      `F = ${figure(between)} / ${figure(groups.length - 1)} = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of the design-based F. */
export const designFTest = test({
  id: 'design-f',
  of: 'numbers',
  name: "Design-based F of the groups' means",
  symbol: 'F',
  about: 'Asks whether the weighted means of groups differ, as precisely as the weights let them be known.',
  ...NO_TABLE,
  compute: designF,
  workedExample: designFExample,
  // All weights 1: 72 / (20/3) / 2, for variances of the means of 20/3/4.
  example: { request: { numbers: { groups: AGES, weights: AGES.map((ages) => ages.map(() => 1)) } }, value: 5.4 },
});
