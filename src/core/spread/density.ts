import type { Entries } from '../count/number-groups.js';
import type { GroupNumbers } from '../count/types.js';
import { varianceOf } from '../table/group-figures.js';

/** More different values than these are gathered in bins before they are smoothed; the eye sees no difference. */
const MOST_VALUES = 1000;
/** The quartiles of a normal distribution are so many standard deviations apart. */
const NORMAL_QUARTILES = 1.349;
/** Farther than so many bandwidths from a value its kernel is nothing. */
const REACH = 8;

/** Values upwards, each with what those count as who have it. */
interface Tally {
  values: number[];
  weights: number[];
}

/** Who has each value, or where there are many the mean of each of equal bins. */
function tallied({ distinct, places, weights }: Entries): Tally {
  const [first, last] = [distinct[places[0]!]!, distinct[places.at(-1)!]!];
  const wide = (last - first) / MOST_VALUES;
  const isMany = new Set(places).size > MOST_VALUES;
  const sums = new Map<number, [sum: number, weight: number]>();
  for (let k = 0; k < places.length; k++) {
    const value = distinct[places[k]!]!;
    const weight = weights ? weights[k]! : 1;
    const bin = isMany ? Math.floor((value - first) / wide) : places[k]!;
    const own = sums.get(bin) ?? [0, 0];
    own[0] += weight * value;
    own[1] += weight;
    sums.set(bin, own);
  }
  const all = [...sums.values()];
  return { values: all.map(([sum, weight]) => sum / weight), weights: all.map(([, weight]) => weight) };
}

/**
 * How wide the kernel is: 0.9 A n^(-1/5), A the lesser of the standard deviation and the quartiles' distance over 1.349
 * (Silverman 1986, 3.31); with weights n is Kish's effective number.
 * @returns null where all numbers are the same
 */
export function bandwidthOf(group: GroupNumbers): number | null {
  const variance = varianceOf(group);
  if (!variance) return null;
  const sd = Math.sqrt(variance);
  const apart = (group.upperQuartile - group.lowerQuartile) / NORMAL_QUARTILES;
  const spread = apart > 0 ? Math.min(sd, apart) : sd;
  return 0.9 * spread * (group.weight ** 2 / group.weightSquares) ** -0.2;
}

/**
 * The density of the numbers of a group at places of a grid, by a normal kernel. What the kernel puts beyond the ends
 * of the grid is reflected at them (Silverman 1986, 2.10), so that the area within is 1 and nobody seems to be outside.
 * @param grid upwards; it reaches over all numbers
 * @example
 * const entries = { distinct: Float64Array.of(1, 3), places: Int32Array.of(0, 1), weights: null };
 * density(entries, [1, 2, 3], 1).map((height) => Number(height.toFixed(3))); // [0.48, 0.488, 0.48]
 */
export function density(entries: Entries, grid: readonly number[], bandwidth: number): number[] {
  const { values, weights } = tallied(entries);
  const [low, high] = [grid[0]!, grid.at(-1)!];
  const all = weights.reduce((sum, weight) => sum + weight, 0);
  const each = 1 / (all * bandwidth * Math.sqrt(2 * Math.PI));
  const kernel = (away: number) => {
    const z = away / bandwidth;
    return Math.abs(z) > REACH ? 0 : Math.exp((-z * z) / 2);
  };
  return grid.map((x) => {
    let height = 0;
    for (let k = 0; k < values.length; k++) {
      const value = values[k]!;
      height += weights[k]! * (kernel(x - value) + kernel(x - (2 * low - value)) + kernel(x - (2 * high - value)));
    }
    return each * height;
  });
}
