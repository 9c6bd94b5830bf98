import type { GroupNumbers } from '../count/types.js';
import { total } from '../numerics/total.js';

type Mean = Pick<GroupNumbers, 'mean'>;

/**
 * The squares of groups' means about their weighted mean, each times its weight.
 * @example weightedBetween([{ mean: 1 }, { mean: 3 }], [1, 1]) // 2
 */
export function weightedBetween(groups: readonly Mean[], weights: readonly number[]): number {
  const mean = total(groups.map((group, j) => weights[j]! * group.mean)) / total(weights);
  return total(groups.map((group, j) => weights[j]! * (group.mean - mean) ** 2));
}

/**
 * The same pair by pair, for worked examples: the sum of w w' (m - m')² over all pairs, by the sum of the weights.
 * @example betweenByPairs([{ mean: 1 }, { mean: 3 }], [1, 1]) // 2
 */
export function betweenByPairs(groups: readonly Mean[], weights: readonly number[]): number {
  const pairs = groups.flatMap((a, i) =>
    groups.slice(i + 1).map((b, j) => weights[i]! * weights[i + 1 + j]! * (a.mean - b.mean) ** 2),
  );
  return total(pairs) / total(weights);
}
