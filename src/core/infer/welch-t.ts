import { fSurvival } from '../numerics/distributions.js';
import { NO_TABLE, TWO_SITES } from '../statistic/example-numbers.js';
import { test } from '../statistic/statistic.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { isWeighted, NOT_WITH_WEIGHTS, whyNotEach, whyNotTwo } from './group-moments.js';
import { welchDifference } from './mean-pairs.js';
import type { Absent, TestResult } from './result.js';

/** Two means compared without their spreads being alike (Welch 1938). */
function welchT(subject: NumbersSubject): TestResult | Absent {
  const absent = isWeighted(subject) ? NOT_WITH_WEIGHTS : (whyNotTwo(subject) ?? whyNotEach(subject));
  if (absent) return absent;
  const { difference, error, df } = welchDifference(subject.groups[0]!, subject.groups[1]!);
  const statistic = difference / error;
  return { statistic, df, p: fSurvival(statistic ** 2, 1, df) };
}

function welchTExample({ groups: [a, b] }: NumbersSubject): WorkedExample | null {
  if (!a || !b) return null;
  const [u, v] = [a, b].map(({ n, squares }) => squares / (n * (n - 1))) as [number, number];
  const result = (a.mean - b.mean) / Math.sqrt(u + v);
  const df = (u + v) ** 2 / (u ** 2 / (a.n - 1) + v ** 2 / (b.n - 1));
  return {
    formula: 't = (m₁ − m₂) / √(s₁²/n₁ + s₂²/n₂)',
    steps: [
      `s²/n of the groups: ${figure(u)} and ${figure(v)}`,
      `t = (${figure(a.mean)} − ${figure(b.mean)}) / √${figure(u + v)} = ${figure(result)}`,
      `degrees of freedom: ${figure(u + v)}² / ` +
        `(${figure(u)}²/${figure(a.n - 1)} + ${figure(v)}²/${figure(b.n - 1)}) = ${figure(df)}`,
    ],
    result,
  };
}

/** The record of Welch's t. */
export const welchTTest = test({
  id: 'welch-t',
  of: 'numbers',
  name: "Welch's t",
  symbol: 't',
  about: 'Asks whether the means of two groups differ, whether or not their spreads are alike.',
  ...NO_TABLE,
  compute: welchT,
  workedExample: welchTExample,
  // Means 3 and 8, variances 20/3 of four each: −5/√(10/3).
  example: { request: { numbers: { groups: TWO_SITES } }, value: -5 / Math.sqrt(10 / 3) },
});
