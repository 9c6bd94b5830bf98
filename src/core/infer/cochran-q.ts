import { total } from '../numerics/total.js';
import { chiSquare } from './chi-square.js';
import type { Subjects } from '../statistic/subjects.js';
import { test } from '../statistic/statistic.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import type { Absent, TestResult } from './result.js';

/**
 * Cochran's Q of k related yes/no answers (Cochran 1950): (k - 1)(k sum C² - T²)/(kT - sum R²), df k - 1, C the yeses
 * of each question, R of each respondent, T all.
 * @param answers one line for each pattern of answers, 1 or 0 for each of k questions
 * @param times how many respondents gave each pattern
 * @example
 * cochranQ(
 *   [
 *     [1, 1, 0],
 *     [1, 0, 0],
 *     [0, 1, 0],
 *   ],
 *   [6, 4, 2],
 * ).statistic; // 14
 */
export function cochranQ(answers: readonly (readonly number[])[], times: readonly number[]): TestResult | Absent {
  const k = answers[0]?.length ?? 0;
  if (k < 2) return { absent: 'It compares two questions or more.' };
  const columns = new Array<number>(k).fill(0);
  let total = 0;
  let squares = 0;
  answers.forEach((answer, i) => {
    const yes = answer.reduce((sum, value) => sum + value, 0);
    answer.forEach((value, j) => (columns[j]! += value * times[i]!));
    total += yes * times[i]!;
    squares += yes ** 2 * times[i]!;
  });
  const spread = k * total - squares;
  if (spread === 0) return { absent: 'Every respondent gave the same answer to all questions.' };
  const mean = total / k;
  const statistic = ((k - 1) * k * columns.reduce((sum, c) => sum + (c - mean) ** 2, 0)) / spread;
  return chiSquare(statistic, k - 1);
}

/** Cochran's Q from the yeses of each question and of each respondent. */
function cochranQExample({ answers, times }: Subjects['related'], result: TestResult): WorkedExample {
  const k = answers[0]?.length ?? 0;
  const C = Array.from({ length: k }, (_, j) => total(answers.map((answer, i) => answer[j]! * times[i]!)));
  const T = total(C);
  const ofEach = answers.map(total);
  const squares = total(ofEach.map((yes, i) => yes ** 2 * times[i]!));
  const over = (k - 1) * (k * total(C.map((c) => c * c)) - T * T);
  const under = k * T - squares;
  return {
    formula: 'Q = (k − 1)(k ΣC² − T²) / (kT − ΣR²), C the yeses to each question, R those of each respondent, T all',
    steps: [
      `C: ${terms(C.map(figure), '; ')}; T = ${figure(T)}`,
      `ΣR² = ${terms(ofEach.map((yes, i) => `${figure(times[i]!)} × ${yes}²`))} = ${figure(squares)}`,
      `above: (${k} − 1)(${k} × ${figure(total(C.map((c) => c * c)))} − ${figure(T)}²) = ${figure(over)}`,
      `below: ${k} × ${figure(T)} − ${figure(squares)} = ${figure(under)}`,
      `Q = ${figure(over)} / ${figure(under)} = ${figure(over / under)}`,
      `df = ${k} − 1 = ${k - 1}; p = ${figure(result.p)}`,
    ],
    result: over / under,
  };
}

/** The record of Cochran's Q. */
export const cochranQTest = test({
  id: 'cochran-q',
  of: 'related',
  name: "Cochran's Q",
  symbol: 'Q',
  about: 'For several yes/no answers of the same people: is yes said equally often to all?',
  levels: 'any',
  shape: 'any',
  compute: ({ answers, times }) => cochranQ(answers, times),
  workedExample: cochranQExample,
  example: {
    request: {
      related: {
        answers: [
          [1, 1, 0],
          [1, 0, 0],
          [0, 1, 1],
          [1, 1, 1],
        ],
        times: [6, 16, 2, 4],
      },
    },
    value: 79 / 3,
  },
});
