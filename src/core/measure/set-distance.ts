import type { SetMetric } from '../statistic/subjects.js';

/** What of two sets that differ, and share something, the distance takes away: more where one holds the other. */
const [HOLDS, MEETS] = [2 / 3, 1 / 3];

/**
 * How far apart two sets of codes are, from 0 for the same to 1 for nothing in common. Jaccard (1912): 1 - J, where J
 * is what both hold over what either holds. MASI, "measuring agreement on set-valued items" (Passonneau 2006): 1 - J M,
 * where M is 1 for the same sets, 2/3 where one holds the other, 1/3 where they share some, and 0 where none. Two empty
 * sets are the same.
 * @param a codes, each once
 * @example
 * setDistance('jaccard', [1, 2], [1, 2, 3, 4]); // 0.5
 */
export function setDistance(metric: SetMetric, a: readonly number[], b: readonly number[]): number {
  const both = a.filter((code) => b.includes(code)).length;
  const either = a.length + b.length - both;
  if (both === either) return 0;
  const shared = both / either;
  if (metric === 'jaccard') return 1 - shared;
  return 1 - shared * (both === Math.min(a.length, b.length) ? HOLDS : MEETS);
}
