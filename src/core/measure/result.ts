import { type Crosstab, eachCell } from '../crosstab.js';
import { criticalZ, normalTwoSided } from '../numerics/distributions.js';

/** A measure of association with its precision; what the literature does not give is left out. */
export interface MeasureResult {
  value: number;
  /** Asymptotic standard error, not assuming independence (delta method). */
  ase?: number;
  /** Why there is no interval, where there is none. */
  noInterval?: string;
  /** Confidence interval. Its ends are as the method gives them, even where that is past the measure's range. */
  lower?: number;
  upper?: number;
  /** value over the standard error that does assume independence. */
  z?: number;
  /** Two-sided p of `z`. */
  p?: number;
  /** The value divided by the largest that a table of this shape can show (Sakoda 1977); with `contingency` only. */
  adjusted?: number;
}

/** The derivative of a measure in the count of cell (i, j). Counts times slopes add up to 0. */
export type Slope = (i: number, j: number) => number;

/**
 * The delta method: ase² = sum of n (df/dn)² for a measure that does not change when all counts are multiplied by the
 * same number. With weights n/(n-1) sum of w² (df/dW)², respondents as independent units.
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * standardError(table, logOddsSlope(table)); // 0.5477
 */
export function standardError(table: Crosstab, slope: Slope): number {
  const { survey } = table;
  let variance = 0;
  eachCell(table, (n, i, j) => {
    const spread = survey ? (survey.squares[i]?.[j] ?? 0) : n;
    if (spread > 0) variance += spread * slope(i, j) ** 2;
  });
  return Math.sqrt(survey ? (variance * survey.n) / (survey.n - 1) : variance);
}

/** Why a measure that is a root of X² has no standard error at 0. */
export const NO_SLOPE_AT_ZERO = 'At exactly 0 the root of X² has no derivative, so there is no standard error.';

const AT_THE_EDGE =
  'The value stands at an edge of the measure, where its standard error comes out as 0 and says nothing of ' +
  'its precision.';

/**
 * Value and `ase` with the interval value +- z ase; without one at an edge, where `ase` is 0.
 * @example withInterval(0.3, 0.1, 0.95) // { value: 0.3, ase: 0.1, lower: 0.104, upper: 0.496 }
 */
export function withInterval(value: number, ase: number, confidence: number): MeasureResult {
  if (ase === 0) return { value, ase, noInterval: AT_THE_EDGE };
  const reach = criticalZ(confidence) * ase;
  return { value, ase, lower: value - reach, upper: value + reach };
}

/**
 * A measure with its `ase` by the delta method and the interval that it gives.
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * measured(table, Math.log(4), logOddsSlope(table), 0.95).lower; // 0.3128
 */
export function measured(table: Crosstab, value: number, slope: Slope, confidence: number): MeasureResult {
  return withInterval(value, standardError(table, slope), confidence);
}

/**
 * Adds `z` = value over its standard error under independence, and its p.
 * @example withTest({ value: 0.4 }, 0.2).p // 0.0455
 */
export function withTest(result: MeasureResult, standardErrorUnderIndependence: number): MeasureResult {
  if (!(standardErrorUnderIndependence > 0)) return result;
  const z = result.value / standardErrorUnderIndependence;
  return { ...result, z, p: normalTwoSided(z) };
}
