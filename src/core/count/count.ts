import { Fault } from '../fault.js';
import type { CodedColumn, Column, SetsColumn } from './column.js';
import { SET_STATE, SET_STATES } from './set-state.js';
import { countSets, countsInBlocks, type SetCounts } from './count-sets.js';
import type { CountArray, CountAxis, FilterTally, Slot } from './types.js';

export type Countable = CodedColumn | SetsColumn;

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

/**
 * A column that can be an axis, or a Fault that says why not.
 * @example
 * asCountable({ kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] }, 'Site').kind; // 'coded'
 */
export function asCountable(column: Column, name: string): Countable {
  if (column.kind === 'coded' || column.kind === 'sets') return column;
  throw new Fault(
    'unsupported',
    column.kind === 'number'
      ? `${name} has too many different numbers to be listed one by one.`
      : `${name} holds free text, which has no categories to count.`,
    column.kind === 'number' ? 'Choose a variable with categories.' : 'Choose a variable with codes.',
    { variable: name },
  );
}

/** On an axis of a question "blank" stands before the options, the other states behind them, by their numbers. */
const behind = SET_STATES.filter((state) => state !== 'blank');

/**
 * The positions that a column's values take on an axis.
 * @example
 * axisOf({ kind: 'coded', values: Uint8Array.of(1), codes: ['a'] }).slots;
 * // [{ is: 'blank' }, { is: 'code', code: 'a' }]
 */
export function axisOf(column: Countable): CountAxis {
  if (column.kind === 'coded') {
    return { kind: 'single', slots: [{ is: 'blank' }, ...column.codes.map((code): Slot => ({ is: 'code', code }))] };
  }
  return {
    kind: 'multiple',
    slots: [
      { is: 'blank' },
      ...column.options.map((code): Slot => ({ is: 'code', code })),
      ...behind.map((is): Slot => ({ is })),
    ],
  };
}

/** Those who are counted, looked at once for any number of tables. */
export interface Ready extends Omit<Counted, 'weight'> {
  weight: ReturnType<typeof usable> | null;
}

/**
 * Looks at weights and filter once.
 * @example readied({ respondents: 2, mask: null, filtered: [], weight: null }).weight // null
 */
export function readied({ weight, ...counted }: Counted): Ready {
  return { ...counted, weight: weight && usable(weight, counted.mask, counted.respondents) };
}

/**
 * Counts respondents (and weights) over one or more columns in one pass.
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * count({ axes: [site], respondents: 4, mask: null, filtered: [], weight: null }).respondents; // [1, 2, 1]
 */
export function count({ axes, ...counted }: CountRequest): CountArray {
  return countReady(axes, readied(counted));
}

/**
 * Counts those who were looked at before.
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * const ready = readied({ respondents: 4, mask: Uint8Array.of(1, 1, 0, 1), filtered: [], weight: null });
 * countReady([site], ready).respondents; // [1, 1, 1]
 */
export function countReady(
  columnsOfAxes: readonly Countable[],
  { respondents: length, mask, filtered, weight }: Ready,
): CountArray {
  const axes = columnsOfAxes.map(axisOf);
  const size = axes.reduce((product, axis) => product * axis.slots.length, 1);
  if (size > MOST_CELLS) {
    throw new Fault(
      'too-large',
      `This table would have ${size.toLocaleString('en')} cells.`,
      'Merge categories first, or choose a variable with fewer.',
    );
  }
  const [rows, columns, ...further] = columnsOfAxes;
  const plain = { axes, total: length, filtered, withoutWeight: weight?.without ?? 0 };
  const groups = columnsOfAxes.slice(1).filter((axis) => axis.kind === 'coded');
  const inside = { respondents: length, mask: weight?.mask ?? mask };
  if (rows?.kind === 'sets' && groups.length === columnsOfAxes.length - 1 && inBlocks(rows, axes)) {
    return { ...plain, ...countBlocks(rows, groups, weight, inside) };
  }
  const together = countTogether(columnsOfAxes, axes, { ...inside, weight: weight?.values ?? null });
  if (weight === null && rows?.kind === 'coded' && further.length === 0 && columns?.kind !== 'sets') {
    const counted = columns
      ? countPair(rows.values, columns.values, mask, length, axes[1]?.slots.length ?? 1, size)
      : countOne(rows.values, mask, length, size);
    return { ...plain, respondents: Array.from(counted), together, weights: null };
  }
  const respondents = new Float64Array(size);
  if (weight === null) {
    eachCell(columnsOfAxes, axes, mask, length, (cell) => respondents[cell]!++);
    return { ...plain, respondents: Array.from(respondents), together, weights: null };
  }
  const sums = new Float64Array(size);
  const squares = new Float64Array(size);
  const { values, even } = weight;
  eachCell(columnsOfAxes, axes, weight.mask, length, (cell, k) => {
    const w = values[k]!;
    respondents[cell]!++;
    sums[cell]! += w;
    squares[cell]! += w * w;
  });
  return {
    ...plain,
    respondents: Array.from(respondents),
    together,
    // One and the same weight for all: a product is exact where a long sum is not, and shows that it is the same.
    weights: {
      sums: Array.from(sums, (sum, cell) => (even === null ? sum : respondents[cell]! * even)),
      squares: Array.from(squares, (square, cell) => (even === null ? square : respondents[cell]! * even * even)),
    },
  };
}

/** Whether a question by groups is counted in blocks of options, with its pairs. */
function inBlocks({ options }: SetsColumn, axes: readonly CountAxis[]): boolean {
  const groups = axes.slice(1).reduce((product, { slots }) => product * slots.length, 1);
  return options.length > 0 && options.length ** 2 * groups <= MOST_TOGETHER && countsInBlocks(options.length, groups);
}

/**
 * The cells of a question by groups: how respondents stand to it, and who mentions each option, alone and with others.
 */
function countBlocks(
  rows: SetsColumn,
  groups: readonly CodedColumn[],
  weight: Ready['weight'],
  { respondents, mask }: Pick<Counted, 'respondents' | 'mask'>,
): Pick<CountArray, 'respondents' | 'together' | 'weights'> {
  const options = rows.options.length;
  const width = groups.reduce((product, { codes }) => product * (codes.length + 1), 1);
  const asked = { rows, groups, respondents, mask };
  const cellsOf = ({ states, together }: SetCounts): number[] => {
    const cells = new Array<number>((options + SET_STATES.length) * width).fill(0);
    for (let g = 0; g < width; g++) {
      cells[g] = states[g * SET_STATES.length]!;
      for (let j = 0; j < options; j++) cells[(j + 1) * width + g] = together[(g * options + j) * options + j]!;
      for (let s = 1; s < SET_STATES.length; s++) cells[(options + s) * width + g] = states[g * SET_STATES.length + s]!;
    }
    return cells;
  };
  const plain = countSets({ ...asked, weight: null });
  if (!weight)
    return {
      respondents: cellsOf(plain),
      together: { sums: Array.from(plain.together), squares: null },
      weights: null,
    };
  const { values, even } = weight;
  const cells = cellsOf(plain);
  // One and the same weight for all: a product is exact where a long sum is not, and shows that it is the same.
  if (even !== null) {
    const times = (by: number) => (value: number) => value * by;
    const pairs = Array.from(plain.together);
    return {
      respondents: cells,
      together: { sums: pairs.map(times(even)), squares: pairs.map(times(even * even)) },
      weights: { sums: cells.map(times(even)), squares: cells.map(times(even * even)) },
    };
  }
  const [sums, squares] = [countSets({ ...asked, weight: values }), countSets({ ...asked, weight: values }, 2)];
  return {
    respondents: cells,
    together: { sums: Array.from(sums.together), squares: Array.from(squares.together) },
    weights: { sums: cellsOf(sums), squares: cellsOf(squares) },
  };
}

/** The weights, with a mask that keeps only respondents whose weight is above 0; `even`: all weights are the same. */
function usable(values: Float64Array, mask: Uint8Array | null, length: number) {
  const kept = new Uint8Array(length);
  let without = 0;
  let least = Infinity;
  let most = 0;
  for (let k = 0; k < length; k++) {
    if (mask && mask[k] === 0) continue;
    const w = values[k]!;
    if (!(w > 0 && w < Infinity)) {
      without++;
      continue;
    }
    kept[k] = 1;
    if (w < least) least = w;
    if (w > most) most = w;
  }
  return { values, mask: kept, without, even: least === most ? least : null };
}

/** Pairs of options counted in all groups; a question of 40 options by 150 groups is as large. */
const MOST_TOGETHER = 250_000;

/** Respondents who mentioned each two options, in each group: what the overall test of a set needs. */
function countTogether(
  [rows, ...groups]: readonly Countable[],
  axes: readonly CountAxis[],
  { mask, respondents, weight }: Pick<Counted, 'respondents' | 'mask' | 'weight'>,
): CountArray['together'] {
  if (rows?.kind !== 'sets') return null;
  const coded = groups.flatMap((group, g) =>
    group.kind === 'coded' ? [{ values: group.values, size: axes[g + 1]!.slots.length }] : [],
  );
  if (coded.length < groups.length) return null;
  const options = rows.options.length;
  const size = coded.reduce((product, item) => product * item.size, options * options);
  if (size > MOST_TOGETHER) return null;
  const sums = new Float64Array(size);
  const squares = weight ? new Float64Array(size) : null;
  const mine = new Int32Array(options);
  for (let k = 0; k < respondents; k++) {
    if (mask && mask[k] === 0) continue;
    const filled = mentionsOf(rows, k, mine, 0, 0);
    let group = 0;
    for (const item of coded) group = group * item.size + item.values[k]!;
    const base = group * options * options;
    const w = weight ? weight[k]! : 1;
    for (let a = 0; a < filled; a++) {
      for (let b = 0; b < filled; b++) {
        const cell = base + mine[a]! * options + mine[b]!;
        sums[cell]! += w;
        if (squares) squares[cell]! += w * w;
      }
    }
  }
  return { sums: Array.from(sums), squares: squares && Array.from(squares) };
}

function countOne(values: Uint8Array | Uint16Array, mask: Uint8Array | null, length: number, size: number): Int32Array {
  const counts = new Int32Array(size);
  if (mask === null) for (let k = 0; k < length; k++) counts[values[k] ?? 0]!++;
  else for (let k = 0; k < length; k++) counts[values[k] ?? 0]! += mask[k] ?? 0;
  return counts;
}

/**
 * The hot loop: two arrays of small integers into one array of counts. A row's cells start at a power of two, so that
 * a cell is found by a shift and not by a product; even and odd respondents go to separate counters, so that two in a
 * row who fall in the same cell do not wait for each other's store.
 */
function countPair(
  rows: Uint8Array | Uint16Array,
  columns: Uint8Array | Uint16Array,
  mask: Uint8Array | null,
  length: number,
  width: number,
  size: number,
): Int32Array {
  const bits = 32 - Math.clz32(width - 1);
  const height = size / width;
  const even = new Int32Array(height << bits);
  if (mask !== null) {
    for (let k = 0; k < length; k++) even[(rows[k]! << bits) | columns[k]!]! += mask[k]!;
  } else {
    const odd = new Int32Array(height << bits);
    const last = length - (length % 2);
    for (let k = 0; k < last; k += 2) {
      even[(rows[k]! << bits) | columns[k]!]!++;
      odd[(rows[k + 1]! << bits) | columns[k + 1]!]!++;
    }
    if (last < length) even[(rows[last]! << bits) | columns[last]!]!++;
    for (let cell = 0; cell < even.length; cell++) even[cell]! += odd[cell]!;
  }
  const dense = new Int32Array(size);
  for (let row = 0; row < height; row++) dense.set(even.subarray(row << bits, (row << bits) + width), row * width);
  return dense;
}

/** Visits the cells that each respondent inside the mask is in; in a multiple axis that can be several. */
export function eachCell(
  columns: readonly Countable[],
  axes: readonly CountAxis[],
  mask: Uint8Array | null,
  length: number,
  visit: (cell: number, respondent: number) => void,
): void {
  const sizes = axes.map((axis) => axis.slots.length);
  const [first, second, third] = columns;
  if (columns.length <= 3 && first?.kind === 'coded' && second?.kind !== 'sets' && third?.kind !== 'sets') {
    const [a, b, c] = [first.values, second?.values, third?.values];
    const [, width = 1, depth = 1] = sizes;
    for (let k = 0; k < length; k++) {
      if (mask && mask[k] === 0) continue;
      let cell = a[k]!;
      if (b) cell = cell * width + b[k]!;
      if (c) cell = cell * depth + c[k]!;
      visit(cell, k);
    }
    return;
  }
  const most = axes.map((axis) => (axis.kind === 'multiple' ? axis.slots.length : 1));
  const scratch = most.map((room) => new Int32Array(room));
  const fills = columns.map((column, a) => positionsOf(column, scratch[a]!));
  const cells = new Int32Array(most.reduce((product, room) => product * room, 1));
  for (let k = 0; k < length; k++) {
    if (mask && mask[k] === 0) continue;
    let filled = 1;
    cells[0] = 0;
    for (let a = 0; a < fills.length; a++) {
      const respondents = fills[a]!(k);
      const mine = scratch[a]!;
      // From the back, so that no cell is overwritten before it has been read.
      for (let i = filled - 1; i >= 0; i--) {
        const base = cells[i]! * sizes[a]!;
        for (let j = 0; j < respondents; j++) cells[i * respondents + j] = base + mine[j]!;
      }
      filled *= respondents;
    }
    for (let i = 0; i < filled; i++) visit(cells[i]!, k);
  }
}

/**
 * Writes the options that respondent k mentioned, counted from `first`, behind what `out` holds; returns its new
 * length.
 */
function mentionsOf({ words, width }: SetsColumn, k: number, out: Int32Array, filled: number, first: number): number {
  for (let word = 0; word < width; word++) {
    for (let bits = words[k * width + word]!; bits !== 0; bits &= bits - 1) {
      out[filled++] = first + word * 32 + (31 - Math.clz32(bits & -bits));
    }
  }
  return filled;
}

/** Writes the positions of respondent k on one axis, and returns how many there are. */
function positionsOf(column: Countable, out: Int32Array): (k: number) => number {
  if (column.kind === 'coded') {
    const { values } = column;
    return (k) => {
      out[0] = values[k]!;
      return 1;
    };
  }
  const { state, options } = column;
  // The states behind "blank" stand behind the options, in the same order.
  return (k) => {
    const how = state[k]!;
    out[0] = how === SET_STATE.blank ? 0 : options.length + how;
    return how === SET_STATE.mentioned ? mentionsOf(column, k, out, 1, 1) : 1;
  };
}
