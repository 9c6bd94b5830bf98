import gammainc from '@stdlib/math-base-special-gammainc';
import normalQuantile from '@stdlib/stats-base-dists-normal-quantile';

/**
 * P(X >= x) for a chi-square variable with `df` degrees of freedom: the regularized upper incomplete gamma
 * function Q(df/2, x/2), computed directly so that deep tails keep their relative precision.
 */
export function chiSquareSurvival(x: number, df: number): number {
  return x <= 0 ? 1 : gammainc(x / 2, df / 2, true, true);
}

/** P(X <= x) for a chi-square variable with `df` degrees of freedom. */
export function chiSquareCumulative(x: number, df: number): number {
  return x <= 0 ? 0 : gammainc(x / 2, df / 2, true, false);
}

/** Two-sided p of a standard normal deviate. */
export function normalTwoSided(z: number): number {
  return chiSquareSurvival(z * z, 1);
}

/** The deviate that leaves (1 - confidence)/2 in each tail; 1.96 for confidence .95. */
export function criticalZ(confidence: number): number {
  return -normalQuantile((1 - confidence) / 2, 0, 1);
}
