import { describe, expect, it } from 'vitest';
import type { GroupNumbers } from '../count/types.js';
import { limitsOfMean, varianceOf, varianceOfMean } from './group-figures.js';

/** A group of numbers, each with what it counts as. */
function groupOf(values: readonly number[], weights: readonly number[] = values.map(() => 1)): GroupNumbers {
  const sum = (of: (k: number) => number) => values.reduce((so, _, k) => so + of(k), 0);
  const weight = sum((k) => weights[k]!);
  const mean = sum((k) => weights[k]! * values[k]!) / weight;
  const least = { minimum: 0, lowerQuartile: 0, median: 0, upperQuartile: 0, maximum: 0, fromMedian: 0, rankSum: null };
  return {
    ...least,
    n: values.length,
    weight,
    weightSquares: sum((k) => weights[k]! ** 2),
    mean,
    squares: sum((k) => weights[k]! * (values[k]! - mean) ** 2),
    errorSquares: sum((k) => (weights[k]! * (values[k]! - mean)) ** 2),
  };
}

describe('a group of numbers', () => {
  // 4, 7, 13 and 16: mean 10, squares 36 + 9 + 9 + 36 = 90.
  const group = groupOf([4, 7, 13, 16]);

  it('spreads with n - 1, and its mean by that over n', () => {
    expect(varianceOf(group)).toBeCloseTo(30, 12);
    expect(varianceOfMean(group)).toBeCloseTo(7.5, 12);
  });

  it("has a mean within the limits of Student's t: 10 ± 3.182446 · √7.5", () => {
    const { lower, upper } = limitsOfMean(group, 0.95)!;
    expect(lower).toBeCloseTo(10 - 3.182446305 * Math.sqrt(7.5), 7);
    expect(upper).toBeCloseTo(10 + 3.182446305 * Math.sqrt(7.5), 7);
  });

  it('is the same where each counts as two, and spreads by linearisation where they count differently', () => {
    const twice = groupOf([4, 7, 13, 16], [2, 2, 2, 2]);
    expect(varianceOf(twice)).toBeCloseTo(30, 12);
    expect(varianceOfMean(twice)).toBeCloseTo(7.5, 12);
    // Of 1 and 4, which count as 3 and 1: mean 1.75, residuals -0.75 · 3/4 and 2.25 · 1/4.
    const uneven = groupOf([1, 4], [3, 1]);
    expect(varianceOfMean(uneven)).toBeCloseTo(2 * (0.5625 ** 2 + 0.5625 ** 2), 12);
  });

  it('of one has no spread', () => {
    expect([varianceOf(groupOf([3])), varianceOfMean(groupOf([3])), limitsOfMean(groupOf([3]), 0.95)]).toEqual([
      ...[null, null, null],
    ]);
  });
});
