import { type Crosstab, fourCells } from '../crosstab.js';
import type { MeasureResult } from '../measure/result.js';
import { chiSquareSurvival, criticalZ, normalTwoSided } from '../numerics/distributions.js';
import { quadraticForm } from '../numerics/linear.js';
import type { Absent, TestResult } from './result.js';

/** One stratum: counts over the same rows and columns as all others, with its margins; some may be empty. */
export type Stratum = Pick<Crosstab, 'n' | 'R' | 'C' | 'N'>;

const chiSquare = (statistic: number, df: number): TestResult => ({
  statistic,
  df,
  p: chiSquareSurvival(statistic, df),
});

/** What strata hold over their expectation, and the covariance of that, as combinations of their cells. */
export interface Excess {
  excess: number[];
  covariance: number[][];
}

const zeros = (size: number): Excess => ({
  excess: new Array<number>(size).fill(0),
  covariance: Array.from({ length: size }, () => new Array<number>(size).fill(0)),
});

/**
 * The generalised Mantel-Haenszel statistic (Landis, Heyman and Koch 1978): with rows weighted by a matrix A (a line
 * for each contrast of rows) and columns by B, G = sum over strata of A (n - m) B', and Q = G' V⁻¹ G. Under the margins
 * cov(n_ij, n_i'j') = R_i (d_ii' N - R_i') C_j (d_jj' N - C_j')/(N² (N - 1)), the product of a row and a column part.
 */
function generalised(
  strata: readonly Stratum[],
  A: readonly (readonly number[])[],
  B: readonly (readonly number[])[],
): Excess {
  const size = A.length * B.length;
  const sum = zeros(size);
  const apply = (line: readonly number[], totals: readonly number[], N: number) =>
    line.reduce((all, weight, k) => all + (weight * totals[k]!) / N, 0);
  for (const { n, R, C, N } of strata) {
    if (N < 2) continue;
    const rowMean = A.map((line) => apply(line, R, N));
    const columnMean = B.map((line) => apply(line, C, N));
    // Covariances of a line with another within the stratum, about their means.
    const spread = (lines: readonly (readonly number[])[], means: readonly number[], totals: readonly number[]) =>
      lines.map((one, a) =>
        lines.map((other, b) =>
          totals.reduce((all, total, k) => all + total * (one[k]! - means[a]!) * (other[k]! - means[b]!), 0),
        ),
      );
    const rows = spread(A, rowMean, R);
    const columns = spread(B, columnMean, C);
    A.forEach((a, i) =>
      B.forEach((b, j) => {
        const at = i * B.length + j;
        let found = 0;
        n.forEach((line, r) =>
          line.forEach((count, c) => (found += count * (a[r]! - rowMean[i]!) * (b[c]! - columnMean[j]!))),
        );
        sum.excess[at]! += found;
        A.forEach((_, i2) =>
          B.forEach((_, j2) => {
            sum.covariance[at]![i2 * B.length + j2]! += (rows[i]![i2]! * columns[j]![j2]!) / (N - 1);
          }),
        );
      }),
    );
  }
  return sum;
}

function tested({ excess, covariance }: Excess): TestResult | Absent {
  const form = quadraticForm(covariance, excess);
  return form === null
    ? { absent: 'The strata leave no room for chance: in each, a row or a column holds everybody.' }
    : chiSquare(form, excess.length);
}

/** One line for each category but the last: 1 at the category. */
const indicators = (size: number): number[][] =>
  Array.from({ length: size - 1 }, (_, k) => Array.from({ length: size }, (_, at) => (at === k ? 1 : 0)));

/** Scores of the categories. */
interface Scores {
  rows: readonly number[];
  columns: readonly number[];
}

/** The forms of the test over strata: categories as they are, the rows' mean scores, both sides' scores. */
export type StrataForm = 'general' | 'row-mean-scores' | 'correlation';

/** What the test over strata adds up: sum of n - m in the combinations of its form, and their covariance. */
export function excessOf(strata: readonly Stratum[], { rows, columns }: Scores, form: StrataForm): Excess {
  return generalised(
    strata,
    form === 'correlation' ? [rows] : indicators(rows.length),
    form === 'general' ? indicators(columns.length) : [columns],
  );
}

/** The largest matrix that is decomposed: (r - 1)(c - 1) of a table over strata. */
const MOST_DIMENSIONS = 400;

/**
 * Association over strata after Cochran, Mantel and Haenszel, in the three forms of Landis, Heyman and Koch (1978):
 * general association, df (r - 1)(c - 1); row mean scores, df r - 1; correlation, df 1. On 2 x 2 also the statistic of
 * Mantel and Haenszel (1959) with its correction for continuity.
 */
export function mantelHaenszel(strata: readonly Stratum[], scores: Scores): TestResult | Absent {
  const [r, c] = [scores.rows.length, scores.columns.length];
  if ((r - 1) * (c - 1) > MOST_DIMENSIONS) {
    return { absent: `With more than ${MOST_DIMENSIONS} degrees of freedom the general test is not worked out.` };
  }
  const sum = excessOf(strata, scores, 'general');
  const general = tested(sum);
  if ('absent' in general) return general;
  const means = tested(excessOf(strata, scores, 'row-mean-scores'));
  const correlation = tested(excessOf(strata, scores, 'correlation'));
  const variants: TestResult['variants'] = {};
  if (!('absent' in means)) variants['row-mean-scores'] = means;
  if (!('absent' in correlation)) variants.correlation = correlation;
  if (r === 2 && c === 2) {
    const excess = Math.max(0, Math.abs(sum.excess[0]!) - 0.5);
    variants['continuity-corrected'] = chiSquare(excess ** 2 / sum.covariance[0]![0]!, 1);
  }
  return { ...general, variants };
}

/** The parts of the common odds ratio: ad/N and bc/N of each stratum. */
function products(strata: readonly Stratum[]) {
  return strata
    .filter(({ N }) => N > 0)
    .map((stratum) => {
      const [a, b, c, d] = fourCells(stratum);
      const { N } = stratum;
      return { R: (a / N) * d, S: (b / N) * c, P: (a + d) / N, Q: (b + c) / N };
    });
}

/**
 * The odds ratio common to 2 x 2 strata, sum(ad/N)/sum(bc/N) (Mantel and Haenszel 1959), with the variance of its
 * logarithm after Robins, Breslow and Greenland (1986).
 */
export function commonOddsRatio(strata: readonly Stratum[], confidence: number): MeasureResult | Absent {
  const parts = products(strata);
  const add = (part: (one: (typeof parts)[number]) => number) => parts.reduce((sum, one) => sum + part(one), 0);
  const R = add((one) => one.R);
  const S = add((one) => one.S);
  if (S === 0) return { absent: 'In no stratum is anyone on the second diagonal: it would be infinite.' };
  if (R === 0) return { value: 0 };
  const value = R / S;
  const error = Math.sqrt(
    add(({ P, R: r }) => P * r) / (2 * R * R) +
      add(({ P, Q, R: r, S: s }) => P * s + Q * r) / (2 * R * S) +
      add(({ Q, S: s }) => Q * s) / (2 * S * S),
  );
  const reach = criticalZ(confidence) * error;
  return { value, ase: value * error, lower: value * Math.exp(-reach), upper: value * Math.exp(reach) };
}

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

/** Fits a stratum with its own margins; each cell by itself, so that the smallest keeps its digits. */
export function fittedTo(psi: number, { n, R, C }: Stratum): Fitted {
  const cell = (i: number, j: number) => firstCell(i === j ? psi : 1 / psi, R[i]!, R[1 - i]!, C[j]!, C[1 - j]!);
  const cells: Fitted['cells'] = [cell(0, 0), cell(0, 1), cell(1, 0), cell(1, 1)];
  const least = cells.indexOf(Math.min(...cells));
  const excess = n[least >> 1]![least & 1]! - cells[least]!;
  return {
    cells,
    off: least === 0 || least === 3 ? excess : -excess,
    variance: 1 / cells.reduce((sum, one) => sum + 1 / one, 0),
  };
}

/**
 * The test of Breslow and Day (1980) that 2 x 2 strata share one odds ratio: each first cell against the one that the
 * common odds ratio gives with the stratum's margins; df one less than the strata. With the adjustment of Tarone
 * (1985), since the common ratio is not that of maximum likelihood.
 */
export function breslowDay(strata: readonly Stratum[]): TestResult | Absent {
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

/** z of a common odds ratio against 1, from its Robins-Breslow-Greenland standard error. */
export function commonOddsRatioTest({ value, ase }: MeasureResult): { z: number; p: number } | null {
  if (ase === undefined || !(value > 0)) return null;
  const z = Math.log(value) / (ase / value);
  return { z, p: normalTwoSided(z) };
}
