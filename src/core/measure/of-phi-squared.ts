import type { Crosstab } from '../crosstab.js';
import { phiSquaredInterval } from './phi-squared-interval.js';
import { phiSquared, throughPhiSquared } from './phi-squared.js';
import { type MeasureResult, NO_SLOPE_AT_ZERO, standardError } from './result.js';

/** A measure as a function of X²/N, with its derivative. */
export interface PhiSquaredForm {
  to: (square: number) => number;
  derivative: (square: number) => number;
}

export type PhiSquaredMeasure = 'phi' | 'cramers-v' | 'tschuprow-t' | 'contingency';

const rootOver = (most: number): PhiSquaredForm => ({
  to: (square) => Math.sqrt(square / most),
  derivative: (square) => 1 / (2 * most * Math.sqrt(square / most)),
});

/** How each measure comes from X²/N on a table of so many rows and columns. */
export const PHI_SQUARED_FORMS: Record<PhiSquaredMeasure, (rows: number, columns: number) => PhiSquaredForm> = {
  phi: () => rootOver(1),
  'cramers-v': (rows, columns) => rootOver(Math.min(rows, columns) - 1),
  'tschuprow-t': (rows, columns) => rootOver(Math.sqrt((rows - 1) * (columns - 1))),
  contingency: () => ({
    to: (square) => Math.sqrt(square / (1 + square)),
    derivative: (square) => 1 / (2 * Math.sqrt(square / (1 + square)) * (1 + square) ** 2),
  }),
};

/**
 * A measure that is a function of X²/N: its value, its standard error by the chain rule, and the interval that the one
 * inversion of the noncentral chi-square gives, its ends put into the function in place of X²/N.
 */
export function ofPhiSquared(id: PhiSquaredMeasure, table: Crosstab, confidence: number): MeasureResult {
  const { to, derivative } = PHI_SQUARED_FORMS[id](table.R.length, table.C.length);
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
