import { total } from '../numerics/total.js';
import { fSurvival } from '../numerics/distributions.js';
import { AGES, NO_TABLE } from '../statistic/example-numbers.js';
import { test } from '../statistic/statistic.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import { isWeighted, momentsOf, NOT_WITH_WEIGHTS, whyNotPooled } from './group-moments.js';
import type { Absent, TestResult } from './result.js';

/** One-way analysis of variance (Fisher 1925): the mean square between groups over that within them. */
function anova(subject: NumbersSubject): TestResult | Absent {
  const absent = isWeighted(subject) ? NOT_WITH_WEIGHTS : whyNotPooled(subject);
  if (absent) return absent;
  const { k, N, between, within } = momentsOf(subject);
  const [df1, df2] = [k - 1, N - k];
  const statistic = between / df1 / (within / df2);
  return { statistic, df1, df2, p: fSurvival(statistic, df1, df2) };
}

/** By the sum of all squares, of which what lies within the groups is taken away. */
function anovaExample({ groups, all }: NumbersSubject): WorkedExample {
  const within = total(groups.map(({ squares }) => squares));
  const between = all.squares - within;
  const [df1, df2] = [groups.length - 1, all.n - groups.length];
  const result = between / df1 / (within / df2);
  return {
    formula: 'F = (squares between the groups / (k − 1)) / (squares within the groups / (N − k))',
    steps: [
      `squares about the mean of all, ${figure(all.mean)}: ${figure(all.squares)}`,
      `within the groups: ${terms(groups.map(({ squares }) => figure(squares)))} = ${figure(within)}`,
      `between: ${figure(all.squares)} − ${figure(within)} = ${figure(between)}`,
      `F = (${figure(between)} / ${figure(df1)}) / (${figure(within)} / ${figure(df2)}) = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of the analysis of variance. */
export const anovaTest = test({
  id: 'anova',
  of: 'numbers',
  name: 'One-way analysis of variance',
  symbol: 'F',
  about: 'Asks whether the means of groups differ, where their spreads are alike.',
  ...NO_TABLE,
  compute: anova,
  workedExample: anovaExample,
  // Means 3, 6 and 9 of four each: between 72 with 2 degrees of freedom, within 60 with 9.
  example: { request: { numbers: { groups: AGES } }, value: 5.4 },
});
