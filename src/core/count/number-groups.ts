import { axisOf } from './axis.js';
import { eachCell } from './each-cell.js';
import { type Grouping, groupsOf } from './grouping.js';
import type { Who } from './kernel/stretch.js';
import type { NumberColumn } from './number-column.js';
import { describeGroups, describeRuns, type Ranks, runsOfEntries } from './number-runs.js';
import type { GroupNumbers, NumberCounts } from './types.js';

/** Numbers to be described, and what sorts their respondents into groups. */
export interface NumbersAsked extends Who {
  numbers: Pick<NumberColumn, 'distinct' | 'place'>;
  nest: readonly Grouping[];
  within: Grouping | null;
}

/** Numbers of one group, upwards: places in `distinct`, and what each counts as. */
export interface Entries {
  distinct: Float64Array;
  places: Int32Array;
  weights: Float64Array | null;
}

/** What is told of the numbers of a group; null where there are none. */
export const describe = (entries: Entries, ranks: Ranks | null = null): GroupNumbers | null =>
  describeRuns(runsOfEntries(entries), ranks);

type Sorted = Pick<Entries, 'places' | 'weights'>;

/** Sorts by comparing: for few numbers out of many different ones. */
function byComparing(places: Int32Array, weights: Float64Array | null): Sorted {
  if (!weights) return { places: places.sort(), weights };
  const order = Array.from(places.keys()).sort((a, b) => places[a]! - places[b]!);
  return {
    places: Int32Array.from(order, (k) => places[k]!),
    weights: Float64Array.from(order, (k) => weights[k]!),
  };
}

/** Sorts by counting how often each place occurs: one pass over the numbers, and one over the places. */
function byCounting(places: Int32Array, weights: Float64Array | null, distinct: number): Sorted {
  const starts = new Int32Array(distinct + 1);
  for (let k = 0; k < places.length; k++) starts[places[k]! + 1]!++;
  for (let place = 0; place < distinct; place++) starts[place + 1]! += starts[place]!;
  const sorted = { places: new Int32Array(places.length), weights: weights && new Float64Array(places.length) };
  for (let k = 0; k < places.length; k++) {
    const at = starts[places[k]!]!++;
    sorted.places[at] = places[k]!;
    if (sorted.weights) sorted.weights[at] = weights![k]!;
  }
  return sorted;
}

/** Numbers upwards, each with what it counts as. */
const sorted = (places: Int32Array, weights: Float64Array | null, distinct: number): Sorted =>
  distinct > 2 * places.length ? byComparing(places, weights) : byCounting(places, weights, distinct);

/** Numbers upwards by group: of each stratum all in the base of the nest first, then each of its cells. */
export interface NumberEntries {
  /** Groups of one stratum: the whole, and the cells of the nest. */
  width: number;
  strata: number;
  /** Of each cell of the nest, whether it is in the base. */
  base: readonly boolean[];
  /** Strata by groups. */
  entries: Entries[];
}

/** The numbers of respondents, sorted upwards in each group. */
export function numberEntries({ numbers, nest, within, respondents, mask, weight }: NumbersAsked): NumberEntries {
  const { distinct, place } = numbers;
  const { base, width, strata, lists } = groupsOf(nest, within);
  const columns = [...nest, ...(within ? [within] : [])].map(({ column }) => column);
  const everyone = (visit: (cell: number, respondent: number) => void) => {
    const counted = (cell: number, k: number) => {
      if (place[k] !== -1) visit(cell, k);
    };
    eachCell(columns, columns.map(axisOf), mask, respondents, counted);
  };
  const ends = new Int32Array(width * strata + 1);
  everyone((cell) => {
    for (const group of lists[cell]!) ends[group + 1]!++;
  });
  for (let group = 0; group < width * strata; group++) ends[group + 1]! += ends[group]!;
  const filled = ends.slice();
  const places = new Int32Array(ends.at(-1)!);
  const weights = weight && new Float64Array(places.length);
  everyone((cell, k) => {
    for (const group of lists[cell]!) {
      const at = filled[group]!++;
      places[at] = place[k]!;
      if (weights) weights[at] = weight[k]!;
    }
  });
  const part = <T extends Int32Array | Float64Array>(values: T, group: number) =>
    values.subarray(ends[group], ends[group + 1]) as T;
  const entries = Array.from({ length: width * strata }, (_, group): Entries => ({
    distinct,
    ...sorted(part(places, group), weights && part(weights, group), distinct.length),
  }));
  return { width, strata, base, entries };
}

/**
 * The numbers of respondents described in groups: of each cell of a nest, and of all in its base; within a further
 * variable first of everybody with an answer to it, and then of each of its positions.
 * @example
 * const age = { kind: 'coded', values: Uint8Array.of(2, 1, 0), codes: ['41', '17'] };
 * const numbers = numberColumn(age, 'Age', []);
 * numberGroups({ numbers, nest: [], within: null, respondents: 3, mask: null, weight: null })[0].all.mean; // 29
 */
export function numberGroups(asked: NumbersAsked): NumberCounts[] {
  const { width, strata, base, entries } = numberEntries(asked);
  return Array.from({ length: strata }, (_, stratum) =>
    describeGroups(entries.slice(stratum * width, (stratum + 1) * width).map(runsOfEntries), base),
  );
}
