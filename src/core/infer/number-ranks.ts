import { total } from '../numerics/total.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { chiSquare } from './chi-square.js';
import { isWeighted, NOT_WITH_WEIGHTS, ONE_GROUP } from './group-moments.js';
import type { Absent, TestResult } from './result.js';

export const ALL_THE_SAME: Absent = { absent: 'All numbers are the same, so nobody stands higher than others.' };

/**
 * The share of the ranks' variance that ties leave.
 * @example leftByTies({ all: { n: 4 }, ties: 6 }) // 0.9
 */
export const leftByTies = ({ all: { n }, ties }: NumbersSubject): number => 1 - (ties ?? 0) / (n ** 3 - n);

/**
 * Kruskal and Wallis's H (1952) of numbers in groups, with the correction for ties: what `kruskal-wallis` is of a table
 * that lists each number.
 */
export function rankTest(subject: NumbersSubject): TestResult | Absent {
  if (isWeighted(subject)) return NOT_WITH_WEIGHTS;
  const { groups, all } = subject;
  if (groups.length < 2) return ONE_GROUP;
  const left = leftByTies(subject);
  if (!(left > 0)) return ALL_THE_SAME;
  const N = all.n;
  const middle = (N + 1) / 2;
  const between = total(groups.map(({ n, rankSum }) => n * (rankSum! / n - middle) ** 2));
  return chiSquare((12 * between) / (N * (N + 1)) / left, groups.length - 1);
}
