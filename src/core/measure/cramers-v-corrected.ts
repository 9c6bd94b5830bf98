import { STEPS } from '../statistic/example-tables.js';
import type { Crosstab } from '../crosstab.js';
import { meanSquare } from '../infer/chi-square-lines.js';
import type { Absent } from '../infer/result.js';
import { measure } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { phiSquaredInterval } from './phi-squared-interval.js';
import { phiSquared } from './phi-squared.js';
import { type MeasureResult, standardError } from './result.js';

/** X² within this of its expectation, relative to itself, stands at it. */
const AT_EXPECTATION = 1e-9;

/** phi² less what chance alone adds to it, held at 0; and the dimensions of the table shrunk likewise. */
export interface Unbiased {
  square: number;
  rows: number;
  columns: number;
}

/**
 * Bergsma's (2013) correction, with weights by the effective base; null where it would divide by nothing.
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * unbiased(table); // { square: 0.09416, rows: 1.983, columns: 1.983 }
 */
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
function cramersVCorrected(table: Crosstab, confidence: number): MeasureResult | Absent {
  const corrected = unbiased(table);
  if (!corrected) return { absent: 'The correction divides by N - 1; there is no more than one respondent.' };
  const most = Math.min(corrected.rows, corrected.columns) - 1;
  if (!(most > 0)) return { absent: 'There are too few respondents for a table of this size to be corrected.' };
  const value = Math.sqrt(corrected.square / most);
  const k = Math.min(table.R.length, table.C.length) - 1;
  const ends = phiSquaredInterval(table, confidence);
  const interval = ends && { lower: Math.sqrt(ends.lower / k), upper: Math.sqrt(ends.upper / k) };
  const none = { noInterval: 'The cells leave no room for chance.' };
  if (value === 0) return { value, ...(interval ?? none) };
  const { slope } = phiSquared(table);
  return { value, ase: standardError(table, (i, j) => slope(i, j) / (2 * most * value)), ...(interval ?? none) };
}

function cramersVCorrectedExample(table: Crosstab): WorkedExample {
  const { phi2, lines } = meanSquare(table);
  const [r, c] = [table.R.length, table.C.length];
  const N = table.survey?.effectiveBase ?? table.N;
  const less = ((r - 1) * (c - 1)) / (N - 1);
  const unbiased = Math.max(0, phi2 - less);
  const shrunk = (k: number) => k - (k - 1) ** 2 / (N - 1);
  const most = Math.min(shrunk(r), shrunk(c)) - 1;
  const result = Math.sqrt(unbiased / most);
  return {
    formula: 'Ṽ = √(φ̃² / (min(r̃, c̃) − 1)), φ̃² = max(0, X²/N − (r − 1)(c − 1)/(N − 1)), r̃ = r − (r − 1)²/(N − 1)',
    steps: [
      ...lines,
      `φ̃² = ${figure(phi2)} − ${r - 1} × ${c - 1} / (${figure(N)} − 1) = ${figure(unbiased)}`,
      `r̃ = ${r} − ${(r - 1) ** 2} / (${figure(N)} − 1) = ${figure(shrunk(r))}; c̃ = ${figure(shrunk(c))}`,
      `Ṽ = √(${figure(unbiased)} / ${figure(most)}) = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of Cramer's V, bias-corrected. */
export const cramersVCorrectedMeasure = measure({
  id: 'cramers-v-corrected',
  of: 'table',
  name: "Cramer's V, bias-corrected",
  symbol: 'Ṽ',
  about: 'V less what chance alone adds to it; in small samples and large tables V is too high.',
  levels: 'any',
  shape: 'any',
  range: [0, 1],
  atIndependence: 0,
  compute: ({ table, confidence }) => cramersVCorrected(table, confidence),
  workedExample: ({ table }) => cramersVCorrectedExample(table),
  example: { request: { counts: STEPS }, value: Math.sqrt((20 / 120 - 2 / 119) / (1 - 1 / 119)) },
});
