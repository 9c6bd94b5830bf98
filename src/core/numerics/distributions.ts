import betainc from '@stdlib/math-base-special-betainc';
import factorialln from '@stdlib/math-base-special-factorialln';
import gammainc from '@stdlib/math-base-special-gammainc';
import normalQuantile from '@stdlib/stats-base-dists-normal-quantile';
import { border } from './border.js';

/**
 * P(X >= x) for a chi-square variable with `df` degrees of freedom: the regularized upper incomplete gamma
 * function Q(df/2, x/2), computed directly so that deep tails keep their relative precision.
 * @example chiSquareSurvival(3.841, 1) // 0.05001
 */
export function chiSquareSurvival(x: number, df: number): number {
  return x <= 0 ? 1 : gammainc(x / 2, df / 2, true, true);
}

/**
 * P(X <= x) for a chi-square variable with `df` degrees of freedom.
 * @example chiSquareCumulative(3.841, 1) // 0.95
 */
export function chiSquareCumulative(x: number, df: number): number {
  return x <= 0 ? 0 : gammainc(x / 2, df / 2, true, false);
}

/**
 * P(X >= x) for an F variable: the regularized incomplete beta function at df2/(df2 + df1 x).
 * @example fSurvival(4, 2, 57) // 0.02368
 */
export function fSurvival(x: number, df1: number, df2: number): number {
  return x <= 0 ? 1 : betainc(df2 / (df2 + df1 * x), df2 / 2, df1 / 2, true, false);
}

/**
 * The deviate that an F variable passes with probability `alpha`, by bisection.
 * @example fCritical(0.05, 2, 57) // 3.159
 */
export function fCritical(alpha: number, df1: number, df2: number): number {
  const isPast = (x: number) => fSurvival(x, df1, df2) <= alpha;
  let high = 1;
  while (!isPast(high)) high *= 2;
  return border(high, 0, isPast);
}

/**
 * P(X <= k) for a binomial count of n with even odds: the incomplete beta function I(1/2; n - k, k + 1). Where that has
 * no value, with very many and k far from the middle, the terms are added from the largest down.
 * @example evenBinomialCumulative(1, 5) // 0.1875
 */
export function evenBinomialCumulative(k: number, n: number): number {
  if (k >= n) return 1;
  const probability = betainc(0.5, n - k, k + 1, true, false);
  if (Number.isFinite(probability)) return probability;
  if (k > n / 2) return 1 - evenBinomialCumulative(n - k - 1, n);
  let term = Math.exp(logFactorial(n) - logFactorial(k) - logFactorial(n - k) - n * Math.LN2);
  let sum = 0;
  for (let x = k; x >= 0 && term > sum * Number.EPSILON; x--) {
    sum += term;
    term *= x / (n - x + 1);
  }
  return Math.min(1, sum);
}

/**
 * Two-sided p of a standard normal deviate.
 * @example normalTwoSided(1.96) // 0.05
 */
export function normalTwoSided(z: number): number {
  return chiSquareSurvival(z * z, 1);
}

/**
 * P(Z >= z) of a standard normal deviate.
 * @example normalUpper(1.96) // 0.025
 */
export function normalUpper(z: number): number {
  const tail = normalTwoSided(z) / 2;
  return z >= 0 ? tail : 1 - tail;
}

/**
 * The deviate that leaves (1 - confidence)/2 in each tail; 1.96 for confidence .95.
 * @example criticalZ(0.95) // 1.96
 */
export function criticalZ(confidence: number): number {
  return -normalQuantile((1 - confidence) / 2, 0, 1);
}

const LOG_FACTORIALS = Float64Array.from({ length: 4096 }, (_, n) => factorialln(n));

/**
 * ln n! for a whole n from 0.
 * @example logFactorial(5) // 4.787
 */
export function logFactorial(n: number): number {
  return n < LOG_FACTORIALS.length ? LOG_FACTORIALS[n]! : factorialln(n);
}
