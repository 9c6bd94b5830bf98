import type { Crosstab } from '../crosstab.js';
import { fSurvival } from '../numerics/distributions.js';
import type { Absent, TestResult } from './result.js';

/** All pairs of cells are gone through; more than this many cells is more than a screen or an article shows. */
const MOST_CELLS = 10_000;

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
 * The covariance of two residuals h = p_ij - p_i p_j by linearisation. The slope of h_ij in p_uv is
 * d_iu d_jv - b_j d_iu - a_i d_jv - m_ij with a, b the margins and m_ij = p_ij - 2 a_i b_j, which centres it; the sum of
 * q times two slopes falls into cells and margins of q.
 */
function covariance(s: Shares, i: number, j: number, k: number, l: number): number {
  const [ai, ak, bj, bl] = [s.row[i]!, s.row[k]!, s.column[j]!, s.column[l]!];
  const m = s.p[i]![j]! - 2 * ai * bj;
  const m2 = s.p[k]![l]! - 2 * ak * bl;
  const q = s.q[i]![j]!;
  const q2 = s.q[k]![l]!;
  let sum = bj * ak * s.q[i]![l]! + ai * bl * s.q[k]![j]!;
  sum += m2 * (bj * s.qRow[i]! + ai * s.qColumn[j]! - q) + m * (bl * s.qRow[k]! + ak * s.qColumn[l]! - q2);
  sum += m * m2 * s.qAll;
  if (i === k) sum += bj * bl * s.qRow[i]! - bl * q - bj * q2;
  if (j === l) sum += ai * ak * s.qColumn[j]! - ak * q - ai * q2;
  if (i === k && j === l) sum += q;
  return sum;
}

/** Standard errors of the residuals p_ij - p_i p_j of a weighted table, cell by cell. */
export function residualErrors(table: Crosstab): number[][] {
  const shares = sharesOf(table);
  return table.n.map((row, i) => row.map((_, j) => Math.sqrt(Math.max(0, covariance(shares, i, j, i, j)))));
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

/** Adds the parts of the Rao-Scott test up over the cells, and over pairs of them. */
export function raoScottParts(table: Crosstab): RaoScottParts {
  const { R, C, N, survey } = table;
  const n = survey?.n ?? N;
  const shares = sharesOf(table);
  const { p, row, column } = shares;
  const cells = R.flatMap((_, i) => C.map((_, j) => ({ i, j, expected: row[i]! * column[j]! })));
  let trace = 0;
  let squares = 0;
  let pearson = 0;
  let likelihood = 0;
  cells.forEach(({ i, j, expected }, at) => {
    const share = p[i]![j]!;
    pearson += (share - expected) ** 2 / expected;
    likelihood += share === 0 ? 0 : share * Math.log(share / expected);
    trace += covariance(shares, i, j, i, j) / expected;
    for (let other = 0; other < at; other++) {
      const two = cells[other]!;
      squares += (2 * covariance(shares, i, j, two.i, two.j) ** 2) / (expected * two.expected);
    }
    squares += (covariance(shares, i, j, i, j) / expected) ** 2;
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
 */
export function raoScott(table: Crosstab): TestResult | Absent {
  const { R, C, survey } = table;
  if (!survey) return { absent: 'It is for weighted tables; here every respondent counts alike.' };
  if (R.length * C.length > MOST_CELLS) return { absent: `It is worked out for up to ${MOST_CELLS} cells.` };
  if (survey.n < 2) return { absent: 'It needs two respondents or more.' };
  const { pearson, likelihood, trace, squares, D, n } = raoScottParts(table);
  if (!(trace > 0)) return { absent: 'The cells leave no room for chance, so there is no design effect.' };
  const deff = trace / D;
  const df1 = (trace * trace) / squares;
  const df2 = df1 * (n - 1);
  const form = (chiSquare: number): TestResult => {
    const statistic = chiSquare / (D * deff);
    return { statistic, df1, df2, p: fSurvival(statistic, df1, df2) };
  };
  return { ...form(pearson), deff, variants: { 'likelihood-ratio': form(likelihood) } };
}
