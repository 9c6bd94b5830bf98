import { fSurvival } from '../numerics/distributions.js';
import { NO_TABLE, TWO_SITES } from '../statistic/example-numbers.js';
import { test } from '../statistic/statistic.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { isWeighted, momentsOf, NOT_WITH_WEIGHTS, whyNotPooled, whyNotTwo } from './group-moments.js';
import type { Absent, TestResult } from './result.js';

/** Two means compared by the spread of both groups together (Student 1908). */
function studentT(subject: NumbersSubject): TestResult | Absent {
  const absent = isWeighted(subject) ? NOT_WITH_WEIGHTS : (whyNotTwo(subject) ?? whyNotPooled(subject));
  if (absent) return absent;
  const [a, b] = [subject.groups[0]!, subject.groups[1]!];
  const { within, N } = momentsOf(subject);
  const df = N - 2;
  const statistic = (a.mean - b.mean) / Math.sqrt((within / df) * (1 / a.n + 1 / b.n));
  return { statistic, df, p: fSurvival(statistic ** 2, 1, df) };
}

function studentTExample({ groups: [a, b] }: NumbersSubject): WorkedExample | null {
  if (!a || !b) return null;
  const df = a.n + b.n - 2;
  const variance = (a.squares + b.squares) / df;
  const error = Math.sqrt(variance / a.n + variance / b.n);
  const result = (a.mean - b.mean) / error;
  return {
    formula: 't = (m₁ − m₂) / √(s²/n₁ + s²/n₂), s² of both groups together',
    steps: [
      `s² = (${figure(a.squares)} + ${figure(b.squares)}) / (${figure(a.n)} + ${figure(b.n)} − 2) = ` +
        figure(variance),
      `t = (${figure(a.mean)} − ${figure(b.mean)}) / ${figure(error)} = ${figure(result)}`,
      `degrees of freedom: ${figure(df)}`,
    ],
    result,
  };
}

/** The record of Student's t. */
export const studentTTest = test({
  id: 'student-t',
  of: 'numbers',
  name: "Student's t",
  symbol: 't',
  about: 'Asks whether the means of two groups differ, where their spreads are alike.',
  ...NO_TABLE,
  compute: studentT,
  workedExample: studentTExample,
  example: { request: { numbers: { groups: TWO_SITES } }, value: -5 / Math.sqrt(10 / 3) },
});
