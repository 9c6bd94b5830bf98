import { chiSquareSurvival } from '../numerics/distributions.js';
import type { Absent, TestResult } from './result.js';

/** Counts over one set of categories, with the counts that a hypothesis expects. */
export interface OneWay {
  n: number[];
  expected: number[];
  N: number;
}

/** Counts against proportions (equal where none are given); proportions need not add up to 1. */
export function oneWay(counts: readonly number[], proportions?: readonly number[]): OneWay {
  const N = counts.reduce((a, b) => a + b, 0);
  const shares = proportions ?? counts.map(() => 1);
  const whole = shares.reduce((a, b) => a + b, 0);
  return { n: [...counts], expected: shares.map((share) => (N * share) / whole), N };
}

/** X² = sum (n - e)²/e of one-way counts. */
export function oneWayStatistic(n: readonly number[], expected: readonly number[]): number {
  return n.reduce((sum, count, k) => sum + (count - expected[k]!) ** 2 / expected[k]!, 0);
}

/**
 * Pearson's X² of counts against given proportions, df k - 1 (Pearson 1900); the variant is G² = 2 sum n ln(n/e). A
 * category is needed even where nobody is in it; one that is expected to be empty must be left out.
 */
export function goodnessOfFit({ n, expected, N }: OneWay): TestResult | Absent {
  if (n.length < 2) return { absent: 'It compares two categories or more.' };
  if (N === 0) return { absent: 'Nobody is in the table.' };
  const df = n.length - 1;
  const statistic = oneWayStatistic(n, expected);
  const likelihood =
    2 * n.reduce((sum, count, k) => sum + (count === 0 ? 0 : count * Math.log(count / expected[k]!)), 0);
  const form = (value: number): TestResult => ({ statistic: value, df, p: chiSquareSurvival(value, df) });
  return { ...form(statistic), variants: { 'likelihood-ratio': form(Math.max(0, likelihood)) } };
}
