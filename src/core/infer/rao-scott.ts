import type { Crosstab } from '../crosstab.js';
import { fSurvival } from '../numerics/distributions.js';
import { test } from '../statistic/statistic.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import type { Absent, TestResult } from './result.js';

/** What the second-order correction needs of a weighted table, in shares. */
interface Shares {
  p: number[][];
  row: number[];
  column: number[];
  /** n/(n - 1) times the sum of squared weights over W², in each cell and in its margins. */
  q: number[][];
  qRow: number[];
  qColumn: number[];
  qAll: number;
}

function sharesOf(table: Crosstab): Shares {
  const { n, R, C, N, survey } = table;
  const size = survey?.n ?? N;
  const scale = size / (size - 1) / N ** 2;
  const q = (survey?.squares ?? n).map((row) => row.map((square) => square * scale));
  const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);
  const qRow = q.map(sum);
  return {
    p: n.map((row) => row.map((value) => value / N)),
    row: R.map((total) => total / N),
    column: C.map((total) => total / N),
    q,
    qRow,
    qColumn: C.map((_, j) => sum(q.map((row) => row[j]!))),
    qAll: sum(qRow),
  };
}

/**
 * The variance of a residual h = p_ij - p_i p_j by linearisation. The slope of h_ij in p_uv is
 * d_iu d_jv - b_j d_iu - a_i d_jv - m_ij with a, b the margins and m_ij = p_ij - 2 a_i b_j, which centres it; the sum
 * of q times its square falls into the cell, its margins and all of q.
 */
function variance({ p, row, column, q, qRow, qColumn, qAll }: Shares, i: number, j: number): number {
  const [a, b] = [row[i]!, column[j]!];
  const m = p[i]![j]! - 2 * a * b;
  const [own, across, down] = [q[i]![j]!, qRow[i]!, qColumn[j]!];
  return (
    own * (1 - 2 * a - 2 * b + 2 * a * b - 2 * m) + across * b * (b + 2 * m) + down * a * (a + 2 * m) + m * m * qAll
  );
}

/**
 * Standard errors of the residuals p_ij - p_i p_j of a weighted table, cell by cell.
 * @example
 * const weights = {
 *   sums: [[20, 10], [10, 20]],
 *   squares: [[30, 15], [15, 30]],
 * };
 * const { table } = reduceTable(
 *   [
 *     [20, 10],
 *     [10, 20],
 *   ],
 *   { weights },
 * );
 * residualErrors(table)[0][0]; // 0.03758
 */
export function residualErrors(table: Crosstab): number[][] {
  const shares = sharesOf(table);
  return table.n.map((row, i) => row.map((_, j) => Math.sqrt(Math.max(0, variance(shares, i, j)))));
}

/** What the second-order correction comes from: X² and G² of the shares (times n), and the two traces. */
export interface RaoScottParts {
  pearson: number;
  likelihood: number;
  /** Sum of the generalised design effects, and of their squares. */
  trace: number;
  squares: number;
  D: number;
  n: number;
}

/**
 * Adds the parts of the Rao-Scott test up. The covariance of the residuals is G diag(q) G' with G their slopes, so the
 * traces are those of diag(q) K with K = G' E⁻¹ G over the expected shares e = a b. Multiplied out, with t = p/(a b) -
 * 2, K(uv, u'v') = d_uu' d_vv'/(a_u b_v) - d_uu'/a_u - d_vv'/b_v - t_uv - t_u'v' + c and c = sum (p - 2 a b)²/(a b) -
 * 2, and the sum of q q' K² falls into sums over cells, rows and columns: no pair of cells has to be looked at.
 * @example
 * const weights = {
 *   sums: [[20, 10], [10, 20]],
 *   squares: [[30, 15], [15, 30]],
 * };
 * const { table } = reduceTable(
 *   [
 *     [20, 10],
 *     [10, 20],
 *   ],
 *   { weights },
 * );
 * raoScottParts(table).pearson; // 6.667
 */
export function raoScottParts(table: Crosstab): RaoScottParts {
  const { R, C, N, survey } = table;
  const n = survey?.n ?? N;
  const { p, row, column, q, qRow, qColumn, qAll } = sharesOf(table);
  const t = p.map((line, i) => line.map((share, j) => share / (row[i]! * column[j]!) - 2));
  const own = (i: number, j: number) => 1 / (row[i]! * column[j]!) - 1 / row[i]! - 1 / column[j]!;
  const cells = R.flatMap((_, i) => C.map((__, j) => ({ i, j, q: q[i]![j]!, t: t[i]![j]!, e: row[i]! * column[j]! })));
  const over = (value: (cell: (typeof cells)[number]) => number) => cells.reduce((sum, cell) => sum + value(cell), 0);
  const c = over(({ t: x, e }) => x * x * e) - 2;
  const pearson = over(({ i, j, e }) => (p[i]![j]! - e) ** 2 / e);
  const likelihood = over(({ i, j, e }) => (p[i]![j]! === 0 ? 0 : p[i]![j]! * Math.log(p[i]![j]! / e)));
  const trace = over(({ i, j, q: w, t: x }) => w * (own(i, j) - 2 * x + c));
  const qt = over(({ q: w, t: x }) => w * x);
  const qtt = over(({ q: w, t: x }) => w * x * x);
  // Pairs of any two cells, of the same cell, of one row, of one column.
  let squares = c * c * qAll * qAll + 2 * qAll * qtt - 4 * c * qAll * qt + 2 * qt * qt;
  squares += over(({ i, j, q: w, t: x, e }) => {
    const [a, b] = [row[i]!, column[j]!];
    return w * w * (own(i, j) ** 2 - 1 / a ** 2 - 1 / b ** 2 + (2 * (c - 2 * x)) / e);
  });
  const line = (weight: number, share: number, mean: number) =>
    (weight / share) ** 2 - (2 * (c * weight * weight - 2 * weight * mean)) / share;
  R.forEach((_, i) => {
    const mean = C.reduce((sum, __, j) => sum + q[i]![j]! * t[i]![j]!, 0);
    squares += line(qRow[i]!, row[i]!, mean);
  });
  C.forEach((_, j) => {
    const mean = R.reduce((sum, __, i) => sum + q[i]![j]! * t[i]![j]!, 0);
    squares += line(qColumn[j]!, column[j]!, mean);
  });
  return {
    pearson: n * pearson,
    likelihood: 2 * n * Math.max(0, likelihood),
    trace: n * trace,
    squares: n * n * squares,
    D: (R.length - 1) * (C.length - 1),
    n,
  };
}

/**
 * Pearson's X² of weighted shares with the second-order correction of Rao and Scott (1984): F = X²/(D m) with
 * df1 = D/(1 + a²), df2 = df1 (n - 1), m the mean and a the coefficient of variation of the D generalised design
 * effects. Only their sum and the sum of their squares are needed. Both are traces, and the residuals add up to 0 in
 * every row and column, so that weighting each by n/(p_i p_j) over all cells gives the same as the inverse over r - 1
 * rows and c - 1 columns. The variant takes G² in place of X².
 * @example
 * const weights = {
 *   sums: [[20, 10], [10, 20]],
 *   squares: [[30, 15], [15, 30]],
 * };
 * const { table } = reduceTable(
 *   [
 *     [20, 10],
 *     [10, 20],
 *   ],
 *   { weights },
 * );
 * raoScott(table).statistic; // 4.917
 */
export function raoScott(table: Crosstab): TestResult | Absent {
  const { survey } = table;
  if (!survey) return { absent: 'It is for weighted tables; here every respondent counts alike.' };
  if (survey.n < 2) return { absent: 'It needs two respondents or more.' };
  const { pearson, likelihood, trace, squares, D, n } = raoScottParts(table);
  if (!(trace > 0) || !(squares > 0))
    return { absent: 'The cells leave no room for chance, so there is no design effect.' };
  const deff = trace / D;
  const df1 = (trace * trace) / squares;
  const df2 = df1 * (n - 1);
  const form = (chiSquare: number): TestResult => {
    const statistic = chiSquare / (D * deff);
    return { statistic, df1, df2, p: fSurvival(statistic, df1, df2) };
  };
  return { ...form(pearson), deff, variants: { 'likelihood-ratio': form(likelihood) } };
}

/** Rao and Scott's F of a weighted table: X² of the shares, the design effects, and what they make of it. */
function raoScottExample({ n, R, C, N, survey }: Crosstab, result: TestResult): WorkedExample | null {
  if (!survey || result.statistic === undefined) return null;
  const parts = raoScottParts({ n, R, C, N, survey, scores: { rows: [], columns: [] } });
  const m = parts.trace / parts.D;
  const spread = (parts.squares / parts.D - m * m) / (m * m);
  const shares = n.flatMap((row, i) => row.map((w, j) => ({ p: w / N, e: (R[i]! / N) * (C[j]! / N) })));
  return {
    formula:
      'F = X² / (D m), X² = n Σ (p − e)² / e with weighted shares p and e = p_row p_column; m is the mean of ' +
      'the D = (r − 1)(c − 1) design effects d, a² their variance over m²; df1 = D/(1 + a²), df2 = df1 (n − ' +
      '1)',
    steps: [
      `X² = ${figure(parts.n)} × ` +
        `[${terms(shares.map(({ p, e }) => `(${figure(p)} − ${figure(e)})² / ${figure(e)}`))}] = ` +
        figure(parts.pearson),
      `D = ${R.length - 1} × ${C.length - 1} = ${parts.D}`,
      `Σ d = ${figure(parts.trace)}, so m = ${figure(parts.trace)} / ${parts.D} = ${figure(m)}: chance alone ` +
        `makes X² ${figure(m)} times as large as without weights`,
      `Σ d² = ${figure(parts.squares)}, so a² = (${figure(parts.squares)} / ${parts.D} − ${figure(m)}²) / ` +
        `${figure(m)}² = ${figure(Math.max(0, spread))}`,
      `df1 = ${parts.D} / (1 + ${figure(Math.max(0, spread))}) = ${figure(result.df1 ?? 0)}; df2 = ` +
        `${figure(result.df1 ?? 0)} × (${figure(parts.n)} − 1) = ${figure(result.df2 ?? 0)}`,
      `F = ${figure(parts.pearson)} / (${parts.D} × ${figure(m)}) = ${figure(result.statistic)}; ` +
        `p = ${figure(result.p)}`,
    ],
    result: result.statistic,
  };
}

/** The record of Rao-Scott test. */
export const raoScottTest = test({
  id: 'rao-scott',
  of: 'table',
  name: 'Rao-Scott test',
  symbol: 'F',
  about: "Pearson's chi-square made right for weights: unequal weights make a sample count for less than its size.",
  levels: 'any',
  shape: 'any',
  compute: ({ table }) => raoScott(table),
  workedExample: ({ table }, result) => raoScottExample(table, result),
  example: {
    request: {
      counts: [
        [10, 10],
        [5, 15],
      ],
      weights: {
        sums: [
          [20, 20],
          [5, 15],
        ],
        squares: [
          [40, 40],
          [5, 15],
        ],
      },
    },
    value: 27 / 10,
  },
});
