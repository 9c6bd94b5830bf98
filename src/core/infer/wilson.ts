import { criticalZ } from '../numerics/distributions.js';

/**
 * Wilson's score interval for a share `p` of `base` respondents (Wilson 1927); with weights, of the effective base.
 * @example wilsonOfShare(0.5, 100, 0.95).lower // 0.4038
 */
export function wilsonOfShare(p: number, base: number, confidence: number): { lower: number; upper: number } {
  const z = criticalZ(confidence);
  const middle = p + (z * z) / (2 * base);
  const reach = z * Math.sqrt((p * (1 - p)) / base + (z * z) / (4 * base * base));
  const scale = 1 + (z * z) / base;
  // At the ends the exact limits are 0 and 1; rounding must not leave a speck beside them.
  return { lower: p <= 0 ? 0 : (middle - reach) / scale, upper: p >= 1 ? 1 : (middle + reach) / scale };
}

/**
 * Wilson's score interval for a proportion of `count` out of `base`.
 * @example wilson(10, 20, 0.95) // { lower: 0.2993, upper: 0.7007 }
 */
export function wilson(count: number, base: number, confidence: number): { lower: number; upper: number } {
  return wilsonOfShare(count / base, base, confidence);
}
