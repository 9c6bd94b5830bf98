import type { Crosstab } from '../crosstab.js';
import { phiSquaredInterval } from './phi-squared-interval.js';
import { phiSquared, throughPhiSquared } from './phi-squared.js';
import { type MeasureResult, NO_SLOPE_AT_ZERO, standardError } from './result.js';

/**
 * A measure that is a function of X²/N: its value, its standard error by the chain rule, and the interval that the one
 * inversion of the noncentral chi-square gives, its ends put into the function in place of X²/N.
 * @param to the measure of X²/N
 * @param derivative of that function
 */
export function ofPhiSquared(
  table: Crosstab,
  confidence: number,
  to: (square: number) => number,
  derivative: (square: number) => number,
): MeasureResult {
  const square = phiSquared(table);
  const slope = throughPhiSquared(square, derivative(square.value));
  const ends = phiSquaredInterval(table, confidence);
  return {
    value: to(square.value),
    ...(slope ? { ase: standardError(table, slope) } : {}),
    ...(ends
      ? { lower: to(ends.lower), upper: to(ends.upper) }
      : { noInterval: slope ? 'The cells leave no room for chance.' : NO_SLOPE_AT_ZERO }),
  };
}
