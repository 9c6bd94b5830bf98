import { total } from '../numerics/total.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { varianceOf } from '../table/group-figures.js';
import type { Absent } from './result.js';
import { weightedBetween } from './weighted-between.js';

/** Why a test of numbers that counts respondents one by one is none with weights. */
export const NOT_WITH_WEIGHTS: Absent = {
  absent: 'It counts respondents one by one; with weights its variance does not hold.',
};

/** Why nothing can be compared. */
export const ONE_GROUP: Absent = { absent: 'There is one group alone, and nothing to compare it with.' };
const ONE_NUMBER: Absent = { absent: 'A group has one number alone, which says nothing of its spread.' };
const NO_SPREAD: Absent = { absent: 'All numbers of a group are the same: it has no spread to compare with.' };

/** Whether numbers are weighted: then nobody has a rank. */
export const isWeighted = ({ ties }: NumbersSubject): boolean => ties === null;

/** The spread of numbers in groups, taken apart. */
export interface GroupMoments {
  /** Groups, and respondents in all of them. */
  k: number;
  N: number;
  /** Sums of squares between the groups' means and within the groups. */
  between: number;
  within: number;
}

/**
 * Numbers taken apart into what lies between groups and within them. With weights these are weighted sums.
 * @example
 * const group = (mean) => ({ n: 2, weight: 2, mean, squares: 2 });
 * momentsOf({ groups: [group(1), group(3)] }); // { k: 2, N: 4, between: 4, within: 4 }
 */
export function momentsOf({ groups }: Pick<NumbersSubject, 'groups'>): GroupMoments {
  return {
    k: groups.length,
    N: total(groups.map(({ n }) => n)),
    between: weightedBetween(
      groups,
      groups.map(({ weight }) => weight),
    ),
    within: total(groups.map(({ squares }) => squares)),
  };
}

/** Why the spreads of groups, each by itself, cannot be held against each other; null where they can. */
export function whyNotEach({ groups }: NumbersSubject): Absent | null {
  if (groups.length < 2) return ONE_GROUP;
  if (groups.some(({ n }) => n < 2)) return ONE_NUMBER;
  return groups.some((group) => !(varianceOf(group)! > 0)) ? NO_SPREAD : null;
}

/** Why the spread within all groups together cannot be used; null where it can. */
export function whyNotPooled({ groups }: NumbersSubject): Absent | null {
  if (groups.length < 2) return ONE_GROUP;
  const { k, N, within } = momentsOf({ groups });
  if (N <= k) return { absent: 'No group has more than one number, so nothing is known of the spread within them.' };
  return within > 0
    ? null
    : { absent: 'Within each group all numbers are the same: there is no spread to compare with.' };
}

/** Why two groups cannot be compared; null where there are two. */
export const whyNotTwo = ({ groups }: NumbersSubject): Absent | null =>
  groups.length === 2 ? null : { absent: 'It compares two groups.' };
