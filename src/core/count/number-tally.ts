import { axisOf, cellsOf, type Countable, isCoded } from './axis.js';
import type { CellSums } from './count-cells.js';
import { eachCell } from './each-cell.js';
import { type Grouping, groupsOf } from './grouping.js';
import { AT, kernel } from './kernel/kernel.js';
import { layGroups, layWeights, stretchesOf, type Who } from './kernel/stretch.js';
import type { NumberColumn } from './number-column.js';
import { describeGroups, type Runs } from './number-runs.js';
import type { NumberCounts } from './types.js';

/** How many have each number in each cell of what stands across, row-major; more entries than these are too many. */
const MOST_ENTRIES = 2_000_000;

type Numbers = Pick<NumberColumn, 'distinct' | 'place'>;

/**
 * Whether numbers are tallied by cell: that can be done a part at a time, and parts be added up.
 * @example isTallied({ distinct: Float64Array.of(17, 41) }, []) // true
 */
export const isTallied = ({ distinct }: Pick<Numbers, 'distinct'>, across: readonly Countable[]): boolean =>
  distinct.length * (cellsOf(across.map(axisOf)) + 1) <= MOST_ENTRIES;

/** Adds to the entries of a tally, one respondent after the other. */
function tallyPlainly({ distinct, place }: Numbers, across: readonly Countable[], who: Who): CellSums {
  const axes = across.map(axisOf);
  const size = distinct.length * cellsOf(axes);
  const respondents = new Float64Array(size);
  const weights = who.weight && { sums: new Float64Array(size), squares: new Float64Array(size) };
  eachCell(across, axes, who.mask, who.respondents, (cell, k) => {
    if (place[k] === -1) return;
    const entry = cell * distinct.length + place[k]!;
    respondents[entry]!++;
    if (!weights) return;
    const w = who.weight![k]!;
    weights.sums[entry]! += w;
    weights.squares[entry]! += w * w;
  });
  return { respondents, weights };
}

const WEIGHED_BYTES = 32;

/**
 * How many respondents in each cell of what stands across have each number, and what they count as.
 * @param across the columns of a nest and of what splits it, for which `isTallied`
 * @returns cells by places of the numbers, row-major
 * @example
 * const numbers = { distinct: Float64Array.of(17, 41), place: Int32Array.of(0, 1, 0) };
 * tallyNumbers(numbers, [], { respondents: 3, mask: null, weight: null }).respondents; // [2, 1]
 */
export function tallyNumbers(numbers: Numbers, across: readonly Countable[], who: Who): CellSums {
  if (!across.every(isCoded)) return tallyPlainly(numbers, across, who);
  const many = numbers.distinct.length;
  const cells = cellsOf(across.map(axisOf));
  const size = many * cells;
  // Who has no number, or is not counted, is in the entries of the spare cell.
  const own = kernel(many * (cells + 1) * (who.weight ? WEIGHED_BYTES : 4) + WEIGHED_BYTES);
  const { loops } = own;
  for (const stretch of stretchesOf(who.respondents)) {
    const { from, to, length } = stretch;
    layGroups(own, stretch, across, who.mask, 4);
    own.counts.set(numbers.place.subarray(from, to), AT.values / 4);
    own.counts.fill(-1, AT.values / 4 + to - from, AT.values / 4 + length);
    loops.appendPlaces(AT.cells, AT.groups, AT.values, length, many, size);
    if (who.weight) {
      layWeights(own, stretch, who.weight);
      loops.weigh32(AT.cells, AT.weights, length, AT.tables);
    } else loops.count32(AT.cells, length, AT.tables);
  }
  const first = AT.tables / 4;
  if (!who.weight) return { respondents: new Float64Array(own.counts.subarray(first, first + size)), weights: null };
  const respondents = new Float64Array(size);
  const weights = { sums: new Float64Array(size), squares: new Float64Array(size) };
  for (let entry = 0; entry < size; entry++) {
    respondents[entry] = own.counts[first + entry * 8 + 4]!;
    weights.sums[entry] = own.numbers[first / 2 + entry * 4]!;
    weights.squares[entry] = own.numbers[first / 2 + entry * 4 + 1]!;
  }
  return { respondents, weights };
}

/** The numbers of some cells together. */
function runsOf({ respondents, weights }: CellSums, distinct: Float64Array, cells: readonly number[]): Runs {
  const many = distinct.length;
  const together = (values: Float64Array) => {
    const sums = new Float64Array(many);
    for (const cell of cells) for (let place = 0; place < many; place++) sums[place]! += values[cell * many + place]!;
    return sums;
  };
  const all = together(respondents);
  const places = Int32Array.from(all.keys()).filter((place) => all[place]! > 0);
  const used = (values: Float64Array) => Float64Array.from(places, (place) => values[place]!);
  return {
    distinct,
    places,
    respondents: used(all),
    weights: weights && { sums: used(together(weights.sums)), squares: used(together(weights.squares)) },
  };
}

/**
 * What a tally tells: of everybody, and where it is split once more of each position of what splits it.
 * @example
 * const tally = { respondents: Float64Array.of(2, 1), weights: null };
 * describeTally(tally, Float64Array.of(17, 41), [], null)[0].all.mean; // 25
 */
export function describeTally(
  tally: CellSums,
  distinct: Float64Array,
  nest: readonly Grouping[],
  within: Grouping | null,
): NumberCounts[] {
  const { base, width, strata, lists } = groupsOf(nest, within);
  const cellsOfGroup = Array.from({ length: width * strata }, (): number[] => []);
  lists.forEach((groups, cell) => groups.forEach((group) => cellsOfGroup[group]!.push(cell)));
  return Array.from({ length: strata }, (_, stratum) =>
    describeGroups(
      cellsOfGroup.slice(stratum * width, (stratum + 1) * width).map((cells) => runsOf(tally, distinct, cells)),
      base,
    ),
  );
}
