import { Fault } from '../fault.js';
import { axisOf, cellsOf, type Countable, isCoded } from './axis.js';
import { type CellSums, countCells, MOST_CELLS_AT_ONCE } from './count-cells.js';
import { type Cells, countPlainly } from './count-plainly.js';
import { countQuestion, isCountedInBlocks } from './count-question.js';
import type { CountArray, FilterTally } from './types.js';
import { isEven, type Usable, usableWeights, weighedEvenly } from './weights.js';

/** Whom a count is of: the respondents inside a filter, each counting as a weight. */
export interface Counted {
  respondents: number;
  /** 1 where a respondent is inside the filter. */
  mask: Uint8Array | null;
  filtered: readonly FilterTally[];
  weight: Float64Array | null;
}

export interface CountRequest extends Counted {
  /** One column for a frequency table, two for a cross table (rows, columns), further ones for what splits these. */
  axes: readonly Countable[];
}

/** More cells than this is a mistake in the request, not a table. */
const MOST_CELLS = 4_000_000;

/** Those who are counted, looked at once for any number of tables. */
export interface Ready extends Omit<Counted, 'weight'> {
  weight: Usable | null;
}

/**
 * Looks at weights and filter once.
 * @example readied({ respondents: 2, mask: null, filtered: [], weight: null }).weight // null
 */
export function readied({ weight, ...counted }: Counted): Ready {
  return { ...counted, weight: weight && usableWeights(weight, counted.mask, counted.respondents) };
}

/**
 * Counts respondents (and weights) over one or more columns in one pass.
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * count({ axes: [site], respondents: 4, mask: null, filtered: [], weight: null }).respondents; // [1, 2, 1]
 */
export function count({ axes, ...counted }: CountRequest): CountArray {
  const ready = readied(counted);
  const counts = countReady(axes, ready);
  return ready.weight && isEven(ready.weight) ? weighedEvenly(counts, ready.weight) : counts;
}

/**
 * Whom the loops count: those who have a weight, if there is one; as one each where all have the same.
 * @example whoOf(readied({ respondents: 2, mask: null, filtered: [], weight: null })).respondents // 2
 */
export const whoOf = ({ respondents, mask, weight }: Ready) => ({
  respondents,
  mask: weight ? weight.mask : mask,
  weight: weight && !isEven(weight) ? weight.values : null,
});

/**
 * Cells of coded columns, as a count array holds them.
 * @example arrayCells({ respondents: Float64Array.of(1, 2), weights: null }).respondents // [1, 2]
 */
export function arrayCells({ respondents, weights }: CellSums): Cells {
  return {
    respondents: Array.from(respondents),
    weights: weights && { sums: Array.from(weights.sums), squares: Array.from(weights.squares) },
    together: null,
  };
}

function countColumns(columns: readonly Countable[], size: number, ready: Ready): Cells {
  const who = whoOf(ready);
  const [rows, ...groups] = columns;
  if (!rows || !groups.every(isCoded) || size > MOST_CELLS_AT_ONCE) return countPlainly(columns, who);
  if (isCoded(rows)) return arrayCells(countCells([rows], groups, who)[0]!);
  return isCountedInBlocks(rows, groups) ? countQuestion(rows, groups, who) : countPlainly(columns, who);
}

/**
 * Counts those who were looked at before; without their weight where it is one and the same for all.
 * @throws Fault where there would be too many cells
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * const ready = readied({ respondents: 4, mask: Uint8Array.of(1, 1, 0, 1), filtered: [], weight: null });
 * countReady([site], ready).respondents; // [1, 1, 1]
 */
export function countReady(columns: readonly Countable[], ready: Ready): CountArray {
  const axes = columns.map(axisOf);
  const size = cellsOf(axes);
  if (size > MOST_CELLS) {
    throw new Fault(
      'too-large',
      `This table would have ${size.toLocaleString('en')} cells.`,
      'Merge categories first, or choose a variable with fewer.',
    );
  }
  const { respondents: total, filtered, weight } = ready;
  return { axes, total, filtered, withoutWeight: weight?.without ?? 0, ...countColumns(columns, size, ready) };
}
