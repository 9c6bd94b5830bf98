import { type Crosstab, fourCells } from '../crosstab.js';
import { border } from '../numerics/border.js';
import { criticalZ } from '../numerics/distributions.js';

/** Counts of two groups: how many of how many. */
interface TwoGroups {
  a: number;
  r1: number;
  c: number;
  r2: number;
}

/** The share of the second group that is likeliest where the first group's is higher by `difference`. */
function likeliestShare({ a, r1, c, r2 }: TwoGroups, difference: number): number {
  const low = Math.max(0, -difference);
  const high = Math.min(1, 1 - difference);
  const part = (count: number, share: number) => (count === 0 ? 0 : count / share);
  // The likelihood is concave in the share, so its slope falls.
  const rises = (share: number) =>
    part(a, share + difference) - part(r1 - a, 1 - share - difference) + part(c, share) - part(r2 - c, 1 - share) > 0;
  let [from, to] = [low, high];
  for (let step = 0; step < 60; step++) {
    const middle = (from + to) / 2;
    if (rises(middle)) from = middle;
    else to = middle;
  }
  return (from + to) / 2;
}

/** (p1 - p2 - difference)² over its variance at the likeliest shares with that difference. */
function scoreStatistic(groups: TwoGroups, difference: number): number {
  const { a, r1, c, r2 } = groups;
  const second = likeliestShare(groups, difference);
  const first = second + difference;
  const off = a / r1 - c / r2 - difference;
  const variance = (first * (1 - first)) / r1 + (second * (1 - second)) / r2;
  if (off === 0) return 0;
  return variance > 0 ? off ** 2 / variance : Infinity;
}

/**
 * The score interval of the difference of the first column's shares in the two rows (Mee 1984; Miettinen and Nurminen
 * 1985 without N/(N - 1)). At a difference of 0 the statistic is Pearson's X², so the interval holds 0 just where
 * Pearson's test does not reject.
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * riskScoreInterval(table, 0.95); // { lower: 0.08114, upper: 0.5454 }
 */
export function riskScoreInterval(table: Crosstab, confidence: number): { lower: number; upper: number } {
  const [a, , c] = fourCells(table);
  const [r1 = 0, r2 = 0] = table.R;
  const groups = { a, r1, c, r2 };
  const limit = criticalZ(confidence) ** 2;
  const holds = (difference: number) => scoreStatistic(groups, difference) <= limit;
  const value = a / r1 - c / r2;
  return { lower: border(value, -1, holds), upper: border(value, 1, holds) };
}
