import type { Crosstab } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { ofPhiSquared } from './of-phi-squared.js';
import { phiSquared } from './phi-squared.js';
import { phiSquaredInterval } from './phi-squared-interval.js';
import { type MeasureResult, standardError } from './result.js';

/**
 * Cramer's V = sqrt(X²/(N (min(r, c) - 1))) (Cramer 1946). The interval inverts the noncentral chi-square
 * distribution of X², with weights on the scale of Rao and Scott; the lower end is 0 where no noncentrality fits
 * (Smithson 2003, chapter 4).
 */
export function cramersV(table: Crosstab, confidence: number): MeasureResult {
  return ofPhiSquared('cramers-v', table, confidence);
}

/** X² within this of its expectation, relative to itself, stands at it. */
const AT_EXPECTATION = 1e-9;

/** phi² less what chance alone adds to it, held at 0; and the dimensions of the table shrunk likewise. */
export interface Unbiased {
  square: number;
  rows: number;
  columns: number;
}

/** Bergsma's (2013) correction, with weights by the effective base; null where it would divide by nothing. */
export function unbiased(table: Crosstab): Unbiased | null {
  const N = table.survey?.effectiveBase ?? table.N;
  if (!(N > 1)) return null;
  const [r, c] = [table.R.length, table.C.length];
  const { value } = phiSquared(table);
  const left = value - ((r - 1) * (c - 1)) / (N - 1);
  const shrunk = (k: number) => k - (k - 1) ** 2 / (N - 1);
  return { square: left <= AT_EXPECTATION * value ? 0 : left, rows: shrunk(r), columns: shrunk(c) };
}

/**
 * Cramer's V with its bias taken out (Bergsma 2013, equations 4 to 6): phi² less its expectation under independence,
 * held at 0 or above, over dimensions shrunk likewise. With weights the effective base stands for N. The `ase` takes N
 * as fixed; the interval is that of V, which asks the same of the population.
 */
export function cramersVCorrected(table: Crosstab, confidence: number): MeasureResult | Absent {
  const found = unbiased(table);
  if (!found) return { absent: 'The correction divides by N - 1; there is no more than one respondent.' };
  const most = Math.min(found.rows, found.columns) - 1;
  if (!(most > 0)) return { absent: 'There are too few respondents for a table of this size to be corrected.' };
  const value = Math.sqrt(found.square / most);
  const k = Math.min(table.R.length, table.C.length) - 1;
  const ends = phiSquaredInterval(table, confidence);
  const interval = ends && { lower: Math.sqrt(ends.lower / k), upper: Math.sqrt(ends.upper / k) };
  const none = { noInterval: 'The cells leave no room for chance.' };
  if (value === 0) return { value, ...(interval ?? none) };
  const { slope } = phiSquared(table);
  return { value, ase: standardError(table, (i, j) => slope(i, j) / (2 * most * value)), ...(interval ?? none) };
}
