import type { Crosstab } from '../crosstab.js';
import { phiSquaredInterval } from './phi-squared-interval.js';
import { phiSquared, throughPhiSquared } from './phi-squared.js';
import { type MeasureResult, NO_SLOPE_AT_ZERO, standardError } from './result.js';

/** A measure as a function of X²/N, with its derivative. */
export interface PhiSquaredForm {
  to: (square: number) => number;
  derivative: (square: number) => number;
}

/** How a measure comes from X²/N on a table of so many rows and columns. */
export type FormOfTable = (rows: number, columns: number) => PhiSquaredForm;

/** sqrt(X²/N over `most`), with its derivative. */
export const rootOver = (most: number): PhiSquaredForm => ({
  to: (square) => Math.sqrt(square / most),
  derivative: (square) => 1 / (2 * most * Math.sqrt(square / most)),
});

/**
 * A measure that is a function of X²/N: its value, its standard error by the chain rule, and the interval that the one
 * inversion of the noncentral chi-square gives, its ends put into the function in place of X²/N.
 */
export function ofPhiSquared(form: FormOfTable, table: Crosstab, confidence: number): MeasureResult {
  const { to, derivative } = form(table.R.length, table.C.length);
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
