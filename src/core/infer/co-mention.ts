import { chiSquare } from './chi-square.js';
import { chiSquareSurvival, evenBinomialCumulative, fSurvival } from '../numerics/distributions.js';
import { holm } from './adjust.js';
import type { Absent, TestResult } from './result.js';

/**
 * Options of one group: who mentioned both of each two (with weights, the sums of these), and squares of the weights.
 */
export interface Mentioned {
  /** Respondents in the base. */
  n: number;
  /** What they count as, and the sum of the squares; both are n where all count alike. */
  weight: number;
  square: number;
  weighted: boolean;
  /** Options by options. */
  together: readonly (readonly number[])[];
  squares: readonly (readonly number[])[];
}

/** Two options, a before b. */
export interface OptionPair {
  a: number;
  b: number;
  /** Who mentioned both, and how many would if the two had nothing to do with each other. */
  both: number;
  expected: number;
  /** Who mentioned the one without the other. */
  onlyA: number;
  onlyB: number;
  /** Phi of mentioned or not; absent where an option is mentioned by nobody or everybody. */
  phi: number | null;
  /** Of phi 0, adjusted over all pairs (Holm). */
  p: number | null;
  /** McNemar's exact p that both are mentioned equally often, adjusted over all pairs; null with weights. */
  differP: number | null;
}

export interface CoMentions {
  pairs: OptionPair[];
  /** Cochran's Q: whether all options are mentioned equally often by the same respondents. */
  q: TestResult | Absent;
}

/**
 * Cochran's Q out of who mentioned which two options together: (k-1)(k sum G_j² - T²)/(k T - sum L²), where the squares
 * of what each respondent mentions add up to the whole square (Cochran 1950).
 */
function qOf({ together, weighted }: Mentioned): TestResult | Absent {
  if (weighted) return { absent: 'It needs whole counts, one for each respondent.' };
  const k = together.length;
  if (k < 2) return { absent: 'It compares two options or more.' };
  const columns = together.map((line, j) => line[j] ?? 0);
  const total = columns.reduce((a, b) => a + b, 0);
  const squares = together.reduce((sum, line) => line.reduce((a, b) => a + b, sum), 0);
  const spread = k * total - squares;
  if (spread === 0) return { absent: 'Every respondent mentioned all options or none.' };
  const mean = total / k;
  const statistic = ((k - 1) * k * columns.reduce((sum, c) => sum + (c - mean) ** 2, 0)) / spread;
  return chiSquare(statistic, k - 1);
}

/**
 * p of no association of a weighted 2 x 2, by linearisation: F = h²/V(h), 1 and n - 1 degrees of freedom (STATISTICS,
 * weights).
 */
function weightedP(n: number, shares: readonly number[], q: readonly number[]): number | null {
  const [p11 = 0, p12 = 0, p21 = 0] = shares;
  const [R, C] = [p11 + p12, p11 + p21];
  const slopes = [1 - R - C, -C, -R, 0];
  const mean = slopes.reduce((sum, slope, c) => sum + slope * (shares[c] ?? 0), 0);
  const variance = (n / (n - 1)) * slopes.reduce((sum, slope, c) => sum + (q[c] ?? 0) * (slope - mean) ** 2, 0);
  return n > 1 && variance > 0 ? fSurvival((p11 - R * C) ** 2 / variance, 1, n - 1) : null;
}

/**
 * Which options of one group of respondents go together, pair by pair, and whether some are mentioned more often.
 * @example
 * const together = [[6, 4], [4, 5]];
 * const asked = { n: 10, weight: 10, square: 10, weighted: false, together, squares: together };
 * coMentions(asked).pairs[0].expected; // 3
 */
export function coMentions(asked: Mentioned): CoMentions {
  const { n, weight, square, weighted, together, squares } = asked;
  const pairs = together.flatMap((line, a) =>
    together.slice(a + 1).map((_, offset): OptionPair => {
      const b = a + 1 + offset;
      const both = line[b] ?? 0;
      const [mentionsA, mentionsB] = [line[a] ?? 0, together[b]?.[b] ?? 0];
      const [onlyA, onlyB] = [mentionsA - both, mentionsB - both];
      const neither = weight - both - onlyA - onlyB;
      const spread = mentionsA * (weight - mentionsA) * mentionsB * (weight - mentionsB);
      const phi = spread > 0 ? (both * neither - onlyA * onlyB) / Math.sqrt(spread) : null;
      const own = [
        squares[a]?.[b] ?? 0,
        (squares[a]?.[a] ?? 0) - (squares[a]?.[b] ?? 0),
        (squares[b]?.[b] ?? 0) - (squares[a]?.[b] ?? 0),
      ];
      const q = [...own, square - own.reduce((x, y) => x + y, 0)].map((value) => value / weight ** 2);
      const shares = [both, onlyA, onlyB, neither].map((value) => value / weight);
      const p = phi === null ? null : weighted ? weightedP(n, shares, q) : chiSquareSurvival(n * phi ** 2, 1);
      const differP =
        weighted || onlyA + onlyB === 0
          ? null
          : Math.min(1, 2 * evenBinomialCumulative(Math.min(onlyA, onlyB), onlyA + onlyB));
      return { a, b, both, expected: weight > 0 ? (mentionsA * mentionsB) / weight : 0, onlyA, onlyB, phi, p, differP };
    }),
  );
  for (const field of ['p', 'differP'] as const) {
    const tested = pairs.filter((pair) => pair[field] !== null);
    const adjusted = holm(tested.map((pair) => pair[field] ?? 1));
    tested.forEach((pair, k) => (pair[field] = adjusted[k] ?? 1));
  }
  return { pairs, q: qOf(asked) };
}
