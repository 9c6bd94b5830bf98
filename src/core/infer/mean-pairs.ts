import type { GroupNumbers } from '../count/types.js';
import { levelOf } from '../level.js';
import { fCritical, fSurvival } from '../numerics/distributions.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { varianceOfMean } from '../table/group-figures.js';
import { adjust, type Adjustment } from './adjust.js';
import { isWeighted } from './group-moments.js';

/** The difference of two means, its standard error and degrees of freedom. */
interface Difference {
  difference: number;
  error: number;
  df: number;
}

/**
 * The difference of two means with the spread of each by itself, and Welch's degrees of freedom (1938).
 * @example
 * const group = (mean) => ({ n: 4, weight: 4, weightSquares: 4, mean, squares: 20, errorSquares: 20 });
 * welchDifference(group(3), group(8)); // { difference: -5, error: 1.826, df: 6 }
 */
export function welchDifference(a: GroupNumbers, b: GroupNumbers): Difference {
  const [u, v] = [varianceOfMean(a)!, varianceOfMean(b)!];
  const df = (u + v) ** 2 / (u ** 2 / (a.n - 1) + v ** 2 / (b.n - 1));
  return { difference: a.mean - b.mean, error: Math.sqrt(u + v), df };
}

/** Two groups compared. */
interface MeanPair extends Difference {
  groups: [number, number];
  lower: number;
  upper: number;
  p: number;
  adjustedP: number;
}

/** The means of groups compared two by two. */
export interface MeanPairs {
  adjustment: Adjustment;
  pairs: MeanPair[];
  /** For each group those whose mean is lower by more than chance. */
  above: number[][];
}

/** More groups than this nobody compares two by two. */
const MOST_GROUPS = 100;

/**
 * The means of all pairs of groups by Welch's t, p adjusted over all of them. With weights by linearisation, with N - k
 * degrees of freedom. A group of one number, or without spread, is compared with none.
 * @returns null where there are too many groups
 */
export function meanPairs(subject: NumbersSubject, adjustment: Adjustment): MeanPairs | null {
  const { groups, all, confidence } = subject;
  if (groups.length > MOST_GROUPS) return null;
  const canBe = groups.map((group) => (varianceOfMean(group) ?? 0) > 0);
  const pairs = groups.flatMap((a, i) =>
    groups.slice(i + 1).flatMap((b, step): MeanPair[] => {
      const j = i + 1 + step;
      if (!canBe[i] || !canBe[j]) return [];
      const { difference, error, df: own } = welchDifference(a, b);
      const df = isWeighted(subject) ? all.n - groups.length : own;
      const reach = error * Math.sqrt(fCritical(1 - confidence, 1, df));
      const p = fSurvival((difference / error) ** 2, 1, df);
      const limits = { lower: difference - reach, upper: difference + reach };
      return [{ groups: [i, j], difference, error, df, ...limits, p, adjustedP: p }];
    }),
  );
  const adjusted = adjust(
    pairs.map(({ p }) => p),
    adjustment,
  );
  pairs.forEach((pair, at) => (pair.adjustedP = adjusted[at]!));
  const above = groups.map((): number[] => []);
  for (const { groups: pair, difference, adjustedP } of pairs) {
    if (!(adjustedP < levelOf(confidence))) continue;
    const [high, low] = difference > 0 ? pair : [pair[1], pair[0]];
    above[high]!.push(low);
  }
  for (const list of above) list.sort((a, b) => a - b);
  return { adjustment, pairs, above };
}
