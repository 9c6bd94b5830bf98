import { type Crosstab, fourCells } from '../crosstab.js';
import { border } from '../numerics/border.js';
import { criticalZ } from '../numerics/distributions.js';

/** Shares of a 2 x 2 table, row by row. */
type Four = readonly [number, number, number, number];

const ALMOST_ONE = 1 - 1e-9;
const MOST_STEPS = 60;
/** A step of the margins after which they stand. */
const SMALLEST_STEP = 1e-13;

/** The shares that margins a (first row) and b (first column) and a given phi make. */
function sharesOf(phi: number, a: number, b: number): Four {
  const h = phi * Math.sqrt(a * (1 - a) * b * (1 - b));
  return [a * b + h, a * (1 - b) - h, (1 - a) * b - h, (1 - a) * (1 - b) + h];
}

function logLikelihood(n: Four, shares: Four): number {
  let sum = 0;
  for (let k = 0; k < 4; k++) {
    const [count = 0, share = 0] = [n[k], shares[k]];
    if (share < 0 || (share === 0 && count > 0)) return -Infinity;
    if (count > 0) sum += count * Math.log(share);
  }
  return sum;
}

const isInside = (a: number, b: number) => a > 0 && a < 1 && b > 0 && b < 1;

/** Margins near the observed ones with which this phi is possible: for phi above 0 alike, else complementary. */
function possibleMargins(n: Four, phi: number, a: number, b: number): [number, number] | null {
  const middle = phi > 0 ? (a + b) / 2 : (a + 1 - b) / 2;
  const [towardsA, towardsB] = phi > 0 ? [middle, middle] : [middle, 1 - middle];
  for (let step = 0; step <= 10; step++) {
    const [x, y] = [a + ((towardsA - a) * step) / 10, b + ((towardsB - b) * step) / 10];
    if (logLikelihood(n, sharesOf(phi, x, y)) > -Infinity) return [x, y];
  }
  return null;
}

/** The step of Fisher scoring from margins a and b. */
function scoringStep(n: Four, phi: number, a: number, b: number): [number, number] {
  const [sa, sb] = [Math.sqrt(a * (1 - a)), Math.sqrt(b * (1 - b))];
  const [ha, hb] = [(phi * sb * (1 - 2 * a)) / (2 * sa), (phi * sa * (1 - 2 * b)) / (2 * sb)];
  const shares = sharesOf(phi, a, b);
  const inA = [b + ha, 1 - b - ha, -b - ha, b - 1 + ha];
  const inB = [a + hb, -a - hb, 1 - a - hb, a - 1 + hb];
  const N = n[0] + n[1] + n[2] + n[3];
  let [slopeA, slopeB, aa, ab, bb] = [0, 0, 0, 0, 0];
  for (let k = 0; k < 4; k++) {
    const share = Math.max(shares[k] ?? 0, 1e-12);
    const [x, y, count] = [inA[k] ?? 0, inB[k] ?? 0, n[k] ?? 0];
    slopeA += (count * x) / share;
    slopeB += (count * y) / share;
    aa += (N * x * x) / share;
    ab += (N * x * y) / share;
    bb += (N * y * y) / share;
  }
  const determinant = aa * bb - ab * ab;
  return [(bb * slopeA - ab * slopeB) / determinant, (aa * slopeB - ab * slopeA) / determinant];
}

/**
 * The likeliest shares with this phi among those in which the k-th cell, which nobody is in, has a share of 0. The odds
 * of row x and of column y of that cell then have the product phi², which leaves one unknown: the root of
 * A (1 - phi²) x² - (A (1 - 2 phi²) - B) x - A phi² = 0, with A the count of the other column and B of the other row.
 * @returns null where no table with this phi has such a cell
 */
function edgeShares(n: Four, phi: number, k: number): Four | null {
  const isOnDiagonal = k === 0 || k === 3;
  if (n[k] !== 0 || phi === 0 || phi < 0 !== isOnDiagonal) return null;
  const inRow = k ^ 1;
  const inColumn = k ^ 2;
  const opposite = k ^ 3;
  const squared = phi * phi;
  const otherColumn = n[inRow]! + n[opposite]!;
  const otherRow = n[inColumn]! + n[opposite]!;
  const middle = otherColumn * (1 - 2 * squared) - otherRow;
  const root = Math.hypot(middle, 2 * otherColumn * Math.sqrt((1 - squared) * squared));
  const x =
    middle > 0 ? (middle + root) / (2 * otherColumn * (1 - squared)) : (2 * otherColumn * squared) / (root - middle);
  const y = (squared * (1 - x)) / (squared * (1 - x) + x);
  const shares: [number, number, number, number] = [0, 0, 0, 0];
  shares[inRow] = x;
  shares[inColumn] = y;
  shares[opposite] = 1 - x - y;
  return shares;
}

/** The likeliest shares with this phi; null where no table has it. */
function likeliestShares(n: Four, phi: number, rowShare: number, columnShare: number): Four | null {
  const start = possibleMargins(n, phi, rowShare, columnShare);
  if (!start) return null;
  let [a, b] = start;
  let likelihood = logLikelihood(n, sharesOf(phi, a, b));
  const at = (x: number, y: number) => (isInside(x, y) ? logLikelihood(n, sharesOf(phi, x, y)) : -Infinity);
  for (let step = 0; step < MOST_STEPS; step++) {
    const [stepA, stepB] = scoringStep(n, phi, a, b);
    let reach = 1;
    while (reach > 1e-10 && !(at(a + reach * stepA, b + reach * stepB) >= likelihood)) reach /= 2;
    if (reach <= 1e-10) break;
    a += reach * stepA;
    b += reach * stepB;
    likelihood = at(a, b);
    if (reach * (Math.abs(stepA) + Math.abs(stepB)) < SMALLEST_STEP) break;
  }
  // Where nobody is in a cell, the likeliest share of it can be 0, and scoring stops somewhere beside that edge.
  return [0, 1, 2, 3].reduce<Four>(
    (likeliest, k) => {
      const edge = edgeShares(n, phi, k);
      return edge && logLikelihood(n, edge) >= logLikelihood(n, likeliest) ? edge : likeliest;
    },
    sharesOf(phi, a, b),
  );
}

/** Pearson's X² of the counts against the likeliest table whose phi is the given one; infinite where none can be. */
function scoreStatistic(n: Four, phi: number, rowShare: number, columnShare: number): number {
  const shares = likeliestShares(n, phi, rowShare, columnShare);
  if (!shares) return Infinity;
  const N = n[0] + n[1] + n[2] + n[3];
  return shares.reduce((sum, share, k) => {
    const count = n[k] ?? 0;
    const expected = N * Math.max(0, share);
    if (expected <= 1e-12) return count > 1e-6 ? Infinity : sum;
    return sum + (count - expected) ** 2 / expected;
  }, 0);
}

/**
 * The score interval of phi of a 2 x 2 table: every phi for which Pearson's X² against the likeliest table with that
 * phi stays under the chi-square limit of 1 degree of freedom (Rao's score test of a multinomial, the two margins
 * free). At phi 0 the statistic is Pearson's X² itself, so the interval holds 0 just where Pearson's test does not
 * reject.
 * @example
 * const { table } = reduceTable([[10, 5], [4, 12]]);
 * phiScoreInterval(table, 0.95); // { lower: 0.06715, upper: 0.6774 }
 */
export function phiScoreInterval(table: Crosstab, confidence: number): { lower: number; upper: number } {
  const n = fourCells(table);
  const [r1 = 0, r2 = 0] = table.R;
  const [c1 = 0, c2 = 0] = table.C;
  const value = (n[0] * n[3] - n[1] * n[2]) / Math.sqrt(r1 * r2) / Math.sqrt(c1 * c2);
  const limit = criticalZ(confidence) ** 2;
  const holds = (phi: number) => scoreStatistic(n, phi, r1 / table.N, c1 / table.N) <= limit;
  const lower = border(value, -ALMOST_ONE, holds);
  const upper = border(value, ALMOST_ONE, holds);
  return { lower: lower <= -ALMOST_ONE ? -1 : lower, upper: upper >= ALMOST_ONE ? 1 : upper };
}
