import { criticalZ, normalTwoSided } from '../numerics/distributions.js';

/** A measure of association with its precision; what the literature does not give is left out. */
export interface MeasureResult {
  value: number;
  /** Asymptotic standard error, not assuming independence (delta method). */
  ase?: number;
  /** Confidence interval. Its ends are as the method gives them, even where that is past the measure's range. */
  lower?: number;
  upper?: number;
  /** value over the standard error that does assume independence. */
  z?: number;
  /** Two-sided p of `z`. */
  p?: number;
}

/** Value and `ase` with the interval value +- z ase. */
export function withInterval(value: number, ase: number, confidence: number): MeasureResult {
  const reach = criticalZ(confidence) * ase;
  return { value, ase, lower: value - reach, upper: value + reach };
}

/** Adds `z` = value over its standard error under independence, and its p. */
export function withTest(result: MeasureResult, standardError: number): MeasureResult {
  if (!(standardError > 0)) return result;
  const z = result.value / standardError;
  return { ...result, z, p: normalTwoSided(z) };
}
