import { STRATA } from '../statistic/example-tables.js';
import { quadraticForm } from '../numerics/linear.js';
import { test } from '../statistic/statistic.js';
import type { Stratum } from '../statistic/subjects.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import type { Absent, TestResult } from './result.js';
import { chiSquare } from './chi-square.js';

/** What strata hold over their expectation, and the covariance of that, as combinations of their cells. */
interface Excess {
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
      lines.map((line, a) =>
        lines.map((other, b) =>
          totals.reduce((all, total, k) => all + total * (line[k]! - means[a]!) * (other[k]! - means[b]!), 0),
        ),
      );
    const rows = spread(A, rowMean, R);
    const columns = spread(B, columnMean, C);
    A.forEach((a, i) =>
      B.forEach((b, j) => {
        const at = i * B.length + j;
        let total = 0;
        n.forEach((line, r) =>
          line.forEach((count, c) => (total += count * (a[r]! - rowMean[i]!) * (b[c]! - columnMean[j]!))),
        );
        sum.excess[at]! += total;
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
function excessOf(strata: readonly Stratum[], { rows, columns }: Scores, form: StrataForm): Excess {
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
function mantelHaenszel(strata: readonly Stratum[], scores: Scores): TestResult | Absent {
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

const FORMULAS: Record<StrataForm, string> = {
  general: 'X² = G′ V⁻¹ G, with G = Σ (n − m) over the strata, m = R C / N, and V the sum of their covariances',
  'row-mean-scores':
    'X² = G′ V⁻¹ G, with G = Σ over the strata of each group’s scores over what its size and the mean score give',
  correlation: 'X² = G² / V, with G = Σ over the strata of Σ n (u − ū)(v − v̄), u and v the scores of rows and columns',
};

const list = (values: readonly number[]) => `(${terms(values.map(figure), '; ')})`;

/** More combinations than this are told by their number. */
const SHOWN = 8;

/** The Mantel-Haenszel statistic in one of its forms: what each stratum adds, and what all come to. */
function mantelHaenszelExample(
  strata: readonly Stratum[],
  scores: Scores,
  form: StrataForm,
  tested: TestResult,
  names: readonly string[] = [],
): WorkedExample | null {
  if (tested.statistic === undefined) return null;
  const used = strata.flatMap((stratum, k) =>
    stratum.N < 2 ? [] : [{ stratum, name: names[k] ?? `Stratum ${k + 1}` }],
  );
  const all = excessOf(strata, scores, form);
  const result = tested.statistic;
  const end = `df = ${all.excess.length}; p = ${figure(tested.p)}`;
  if (all.excess.length === 1) {
    const four = strata[0]?.n.length === 2 && strata[0].n[0]?.length === 2 && form === 'general';
    const parts = used.map(({ stratum, name }) => {
      const { excess, covariance } = excessOf([stratum], scores, form);
      const [a = 0] = stratum.n[0] ?? [];
      const [r = 0] = stratum.R;
      const [c = 0] = stratum.C;
      const first = four ? `${figure(a)} − ${figure(r)} × ${figure(c)} / ${figure(stratum.N)} = ` : '';
      return {
        text: `${name}: n − m = ${first}${figure(excess[0]!)}, variance ${figure(covariance[0]![0]!)}`,
        g: excess[0]!,
        v: covariance[0]![0]!,
      };
    });
    return {
      formula: four
        ? 'X² = (Σ (n₁₁ − m))² / Σ v, with m = R₁C₁/N and v = R₁R₂C₁C₂ / (N²(N − 1)) in each stratum'
        : FORMULAS[form],
      steps: [
        ...(parts.length > 12 ? [`${parts.length} strata add their part each`] : parts.map(({ text }) => text)),
        `G = ${terms(parts.map(({ g }) => figure(g)))} = ${figure(all.excess[0]!)}`,
        `V = ${terms(parts.map(({ v }) => figure(v)))} = ${figure(all.covariance[0]![0]!)}`,
        end,
        `X² = ${figure(all.excess[0]!)}² / ${figure(all.covariance[0]![0]!)} = ${figure(result)}`,
      ],
      result,
    };
  }
  const each = used.map(({ stratum, name }) => `${name}: ${list(excessOf([stratum], scores, form).excess)}`);
  const lines = all.covariance.map((line) => line.map(figure).join(' '));
  return {
    formula: FORMULAS[form],
    steps: [
      ...(each.length > 12 ? [`${each.length} strata add their part each`] : each),
      `G = ${list(all.excess)}`,
      all.excess.length > SHOWN
        ? `V has ${all.excess.length} rows and columns: the covariances of G, added over the strata`
        : `V = [${lines.join(' | ')}]`,
      end,
      `X² = G′ V⁻¹ G = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of Mantel-Haenszel, within strata. */
export const mantelHaenszelTest = test({
  id: 'mantel-haenszel',
  of: 'strata',
  name: 'Mantel-Haenszel, within strata',
  symbol: 'χ²',
  about: 'Asks for an association inside the strata, so that what differs between strata cannot bring it about.',
  levels: 'any',
  shape: 'any',
  variants: ['row-mean-scores', 'correlation'],
  compute: ({ strata, scores }) => mantelHaenszel(strata, scores),
  workedExample: ({ strata, scores, names }, result, variant) =>
    mantelHaenszelExample(strata, scores, (variant ?? 'general') as StrataForm, result, names),
  example: {
    request: {
      strata: STRATA,
    },
    value: 12.48,
  },
});
