import { fCritical } from '../numerics/distributions.js';
import type { GroupNumbers } from '../count/types.js';

/**
 * The variance of the numbers of a group, with n - 1; null of one number. Weights are brought to an average of 1.
 * @example varianceOf({ n: 4, weight: 4, squares: 12 }) // 4
 */
export function varianceOf({ n, weight, squares }: GroupNumbers): number | null {
  return n > 1 ? ((n / weight) * squares) / (n - 1) : null;
}

/**
 * The variance of a group's mean: s²/n; with weights by linearisation, n/(n-1) Σw²(x - mean)²/W². Null of one number.
 */
export function varianceOfMean({ n, weight, weightSquares, squares, errorSquares }: GroupNumbers): number | null {
  if (n < 2) return null;
  const isEven = weightSquares === n && weight === n;
  return isEven ? squares / (n - 1) / n : ((n / (n - 1)) * errorSquares) / weight ** 2;
}

/** The limits of a group's mean, by Student's t with n - 1 degrees of freedom; null of one number. */
export function limitsOfMean(group: GroupNumbers, confidence: number): { lower: number; upper: number } | null {
  const variance = varianceOfMean(group);
  if (variance === null) return null;
  const reach = Math.sqrt(fCritical(1 - confidence, 1, group.n - 1) * variance);
  return { lower: group.mean - reach, upper: group.mean + reach };
}

/**
 * So many decimals tell numbers apart that spread so: a hundredth of their standard deviation, or less.
 * @example decimalsOf({ n: 4, weight: 4, squares: 12 }) // 2
 */
export function decimalsOf(all: GroupNumbers | null): number {
  const variance = all && varianceOf(all);
  return variance === null || variance === 0
    ? 1
    : Math.min(6, Math.max(1, 2 - Math.floor(Math.log10(Math.sqrt(variance)))));
}
