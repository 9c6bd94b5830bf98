import { total } from '../numerics/total.js';
import { STRATA } from '../statistic/example-tables.js';
import { commonOddsRatio, commonOddsRatioExample, isFour, NOT_FOUR } from '../measure/common-odds-ratio.js';
import { test } from '../statistic/statistic.js';
import type { Stratum } from '../statistic/subjects.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import type { Absent, TestResult } from './result.js';
import { chiSquare } from './chi-square.js';

/**
 * The first cell of a 2 x 2 table with these margins and this odds ratio. The root is taken in the form that does not
 * subtract what is all but equal, and the discriminant as a sum of what is not negative.
 */
function firstCell(psi: number, r1: number, r2: number, c1: number, c2: number): number {
  if (Math.abs(psi - 1) < 1e-12) return (r1 * c1) / (r1 + r2);
  const b = r2 - c1 + psi * (r1 + c1);
  const root = Math.sqrt((r2 - c1) ** 2 + 2 * psi * (r1 * r2 + c1 * c2) + (psi * (r1 - c1)) ** 2);
  return b >= 0 ? (2 * psi * r1 * c1) / (b + root) : (root - b) / (2 * (1 - psi));
}

/** What a common odds ratio gives a 2 x 2 stratum, and how far the stratum is from it. */
export interface Fitted {
  /** The four cells, row by row. */
  cells: [number, number, number, number];
  /** The first cell less the fitted one. */
  off: number;
  /** Of the first cell: 1 / (1/A + 1/B + 1/C + 1/D). */
  variance: number;
}

/**
 * Fits a stratum with its own margins; each cell by itself, so that the smallest keeps its digits.
 * @example
 * fittedTo(1, {
 *   n: [[20, 10], [10, 20]],
 *   R: [30, 30],
 *   C: [30, 30],
 *   N: 60,
 * }).cells[0]; // 15
 */
export function fittedTo(psi: number, { n, R, C }: Stratum): Fitted {
  const cell = (i: number, j: number) => firstCell(i === j ? psi : 1 / psi, R[i]!, R[1 - i]!, C[j]!, C[1 - j]!);
  const cells: Fitted['cells'] = [cell(0, 0), cell(0, 1), cell(1, 0), cell(1, 1)];
  const least = cells.indexOf(Math.min(...cells));
  const excess = n[least >> 1]![least & 1]! - cells[least]!;
  return {
    cells,
    off: least === 0 || least === 3 ? excess : -excess,
    variance: 1 / cells.reduce((sum, value) => sum + 1 / value, 0),
  };
}

/**
 * The test of Breslow and Day (1980) that 2 x 2 strata share one odds ratio: each first cell against the one that the
 * common odds ratio gives with the stratum's margins; df one less than the strata. With the adjustment of Tarone
 * (1985), since the common ratio is not that of maximum likelihood.
 */
function breslowDay(strata: readonly Stratum[]): TestResult | Absent {
  const common = commonOddsRatio(strata, 0.95);
  if ('absent' in common) return common;
  if (common.value === 0) return { absent: 'In no stratum is anyone on the first diagonal.' };
  const used = strata.filter(({ R, C }) => [...R, ...C].every((total) => total > 0));
  if (used.length < 2) return { absent: 'It compares the odds ratios of two strata or more, and fewer have one.' };
  let statistic = 0;
  let off = 0;
  let variances = 0;
  for (const stratum of used) {
    const fit = fittedTo(common.value, stratum);
    statistic += fit.off ** 2 / fit.variance;
    off += fit.off;
    variances += fit.variance;
  }
  const df = used.length - 1;
  const adjusted = Math.max(0, statistic - off ** 2 / variances);
  return { ...chiSquare(statistic, df), variants: { tarone: chiSquare(adjusted, df) } };
}

/** The first cell of each stratum against the one that the common odds ratio gives. */
function breslowDayExample(strata: readonly Stratum[], tested: TestResult): WorkedExample | null {
  const used = strata.filter(({ R, C }) => [...R, ...C].every((margin) => margin > 0));
  const common = commonOddsRatioExample(strata).result;
  const parts = used.map((stratum) => {
    const { cells, off, variance } = fittedTo(common, stratum);
    return { a: stratum.n[0]![0]!, fitted: cells[0], off, variance };
  });
  const result = total(parts.map(({ off, variance }) => off ** 2 / variance));
  if (tested.df === undefined) return null;
  const quotients = parts.map(({ a, fitted, variance }) => `(${figure(a)} − ${figure(fitted)})² / ${figure(variance)}`);
  return {
    formula:
      'X² = Σ (a − A)² / v over the strata, A the first cell that the common OR gives with the same totals, v ' +
      '= 1/(1/A + 1/B + 1/C + 1/D)',
    steps: [
      `common OR = ${figure(common)}`,
      `A: ${terms(
        parts.map(({ fitted }) => figure(fitted)),
        '; ',
      )}`,
      `X² = ${terms(quotients)} = ${figure(result)}`,
      `df = ${used.length} − 1 = ${tested.df}; p = ${figure(tested.p)}`,
    ],
    result,
  };
}

/** What a common odds ratio of 5 gives the first cell of 40 respondents with even totals. */
const FITTED = (20 * Math.sqrt(5)) / (1 + Math.sqrt(5));

/** The record of Breslow-Day. */
export const breslowDayTest = test({
  id: 'breslow-day',
  of: 'strata',
  name: 'Breslow-Day',
  symbol: 'χ²',
  about: 'Asks whether the odds ratio is the same in all strata; where it is not, one figure for all misleads.',
  levels: 'any',
  shape: 'two-by-two',
  compute: ({ strata }) => (strata.every(isFour) ? breslowDay(strata) : NOT_FOUR),
  workedExample: ({ strata }, result) => breslowDayExample(strata, result),
  example: {
    request: {
      strata: STRATA,
    },
    value: ((12 - FITTED) ** 2 + (16 - FITTED) ** 2) / ((FITTED * (20 - FITTED)) / 40),
  },
});
