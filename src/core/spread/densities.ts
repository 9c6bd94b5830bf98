import { axisOf } from '../count/axis.js';
import { describe, type NumberEntries, numberEntries, type NumbersAsked } from '../count/number-groups.js';
import { titleOf, type Variable } from '../codebook/types.js';
import { Fault } from '../fault.js';
import { positionsOfNest } from '../table/positions.js';
import { bandwidthOf, density } from './density.js';
import type { Densities, GroupDensity } from './types.js';

/** More groups than these are no picture. */
const MOST_GROUPS = 40;
/** Places of the grid. */
const PLACES = 129;

interface Named {
  /** The number, and the variables of the nest, the outermost first. */
  number: Variable;
  nest: readonly Variable[];
}

/** The cells of each group of the nest, by the code and the label of the group; without a nest all are one. */
function groupsOf(asked: NumbersAsked, { nest }: Named, { entries }: NumberEntries) {
  const axes = asked.nest.map(({ column }) => axisOf(column));
  const isUsed = (places: readonly number[]) => places.some((place) => (entries[place + 1]?.places.length ?? 0) > 0);
  const placed = positionsOfNest(axes, nest, isUsed);
  if (!placed) return [{ code: '', label: '', at: 0 }];
  const groups = placed.axis.categories.length;
  if (groups > MOST_GROUPS)
    throw new Fault(
      'invalid',
      `${nest.map(titleOf).join(' split by ')} makes ${groups} groups, which is no picture.`,
      `Group it into ${MOST_GROUPS} or fewer, or cut it into bands.`,
      { field: 'by' },
    );
  return placed.axis.categories.map(({ code, label }, k) => ({ code, label, at: placed.of[k]! + 1 }));
}

/**
 * Where a number is dense, in each group of a nest, over one grid from the least number to the largest.
 * @param asked the columns, as they are counted
 * @param named their variables
 * @throws Fault where there are too many groups
 */
export function densities(asked: NumbersAsked, named: Named): Densities {
  const counted = numberEntries({ ...asked, within: null });
  const all = describe(counted.entries[0]!);
  const title = titleOf(named.number);
  if (!all) return { of: 'densities', title, grid: [], groups: [] };
  const step = (all.maximum - all.minimum) / (PLACES - 1);
  const grid = Array.from({ length: PLACES }, (_, k) => all.minimum + k * step);
  const groups = groupsOf(asked, named, counted).flatMap(({ code, label, at }): GroupDensity[] => {
    const own = counted.entries[at];
    const told = own && describe(own);
    if (!told) return [];
    const bandwidth = bandwidthOf(told);
    const heights = bandwidth === null ? null : density(own, grid, bandwidth);
    return [{ code, label, n: told.n, median: told.median, bandwidth, heights }];
  });
  return { of: 'densities', title, grid, groups };
}
