import { Fault } from '../fault.js';
import { type CodedColumn, type Column, SET_STATE, type SetsColumn } from './column.js';
import type { CountArray, CountAxis, FilterTally, Slot } from './types.js';

export type Countable = CodedColumn | SetsColumn;

export interface CountRequest {
  /** One column for a frequency table, two for a cross table (rows, columns). */
  axes: readonly Countable[];
  respondents: number;
  /** 1 where a respondent is inside the filter. */
  mask: Uint8Array | null;
  filtered: readonly FilterTally[];
  weight: Float64Array | null;
}

/** More cells than this is a mistake in the request, not a table. */
const MOST_CELLS = 4_000_000;

/** A column that can be an axis, or a Fault that says why not. */
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

/** The positions that a column's values take on an axis. */
export function axisOf(column: Countable): CountAxis {
  if (column.kind === 'coded') {
    return { kind: 'single', slots: [{ is: 'blank' }, ...column.codes.map((code): Slot => ({ is: 'code', code }))] };
  }
  return {
    kind: 'multiple',
    slots: [
      { is: 'blank' },
      ...column.options.map((code): Slot => ({ is: 'code', code })),
      { is: 'answered' },
      { is: 'none' },
      { is: 'nothing' },
    ],
  };
}

/** Counts respondents (and weights) over one or two columns in one pass. */
export function count(request: CountRequest): CountArray {
  const axes = request.axes.map(axisOf);
  const size = axes.reduce((product, axis) => product * axis.slots.length, 1);
  if (size > MOST_CELLS) {
    throw new Fault(
      'too-large',
      `This table would have ${size.toLocaleString('en')} cells.`,
      'Merge categories first, or choose a variable with fewer.',
    );
  }
  const [rows, columns] = request.axes;
  const { mask, weight, respondents: length } = request;
  const respondents = new Float64Array(size);
  const sums = weight ? new Float64Array(size) : null;
  const squares = weight ? new Float64Array(size) : null;
  let withoutWeight = 0;

  if (weight && sums && squares) {
    const cells = cellsOf(request.axes, axes);
    for (let k = 0; k < length; k++) {
      if (mask && mask[k] === 0) continue;
      const w = weight[k] ?? 0;
      if (!(w > 0)) {
        withoutWeight++;
        continue;
      }
      const filled = cells.fill(k);
      for (let c = 0; c < filled; c++) {
        const cell = cells.buffer[c] ?? 0;
        respondents[cell] = (respondents[cell] ?? 0) + 1;
        sums[cell] = (sums[cell] ?? 0) + w;
        squares[cell] = (squares[cell] ?? 0) + w * w;
      }
    }
  } else if (rows?.kind === 'coded' && columns?.kind === 'coded') {
    respondents.set(countPair(rows.values, columns.values, mask, length, axes[1]?.slots.length ?? 1, size));
  } else if (rows?.kind === 'coded' && columns === undefined) {
    respondents.set(countOne(rows.values, mask, length, size));
  } else {
    const cells = cellsOf(request.axes, axes);
    for (let k = 0; k < length; k++) {
      if (mask && mask[k] === 0) continue;
      const filled = cells.fill(k);
      for (let c = 0; c < filled; c++) {
        const cell = cells.buffer[c] ?? 0;
        respondents[cell] = (respondents[cell] ?? 0) + 1;
      }
    }
  }
  return {
    axes,
    respondents: Array.from(respondents),
    together: weight === null ? countTogether(request, axes[1]?.slots.length ?? 1) : null,
    weights: sums && squares ? { sums: Array.from(sums), squares: Array.from(squares) } : null,
    total: length,
    filtered: request.filtered,
    withoutWeight,
  };
}

/** Pairs of options counted in all groups; a question of 40 options by 150 groups is as large. */
const MOST_TOGETHER = 250_000;

/** Respondents who mentioned each two options, in each group: what the overall test of a set needs. */
function countTogether({ axes, mask, respondents }: CountRequest, width: number): number[] | null {
  const [rows, columns] = axes;
  if (rows?.kind !== 'sets' || columns?.kind !== 'coded') return null;
  const options = rows.options.length;
  if (options * options * width > MOST_TOGETHER) return null;
  const counts = new Int32Array(options * options * width);
  const mine = new Int32Array(options);
  for (let k = 0; k < respondents; k++) {
    if (mask && mask[k] === 0) continue;
    const filled = mentionsOf(rows, k, mine, 0, 0);
    const base = columns.values[k]! * options * options;
    for (let a = 0; a < filled; a++) {
      for (let b = 0; b < filled; b++) counts[base + mine[a]! * options + mine[b]!]!++;
    }
  }
  return Array.from(counts);
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

/** Finds the cells that a respondent is in; a respondent can be in several positions of a multiple axis. */
function cellsOf(columns: readonly Countable[], axes: readonly CountAxis[]) {
  const most = axes.map((axis) => (axis.kind === 'multiple' ? axis.slots.length : 1));
  const scratch = most.map((length) => new Int32Array(length));
  const buffer = new Int32Array(most.reduce((product, length) => product * length, 1));
  const width = axes[1]?.slots.length ?? 1;
  const fillRows = positionsOf(columns[0]!, scratch[0]!);
  const fillColumns = columns[1] ? positionsOf(columns[1], scratch[1]!) : null;
  const fill = (k: number): number => {
    const rowCount = fillRows(k);
    const columnCount = fillColumns ? fillColumns(k) : 1;
    let filled = 0;
    for (let i = 0; i < rowCount; i++) {
      const base = scratch[0]![i]! * width;
      for (let j = 0; j < columnCount; j++) buffer[filled++] = base + (fillColumns ? scratch[1]![j]! : 0);
    }
    return filled;
  };
  return { buffer, fill };
}

/** Writes the options that respondent k mentioned, counted from `first`, behind what `out` holds; returns its new length. */
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
  const answered = options.length + 1;
  return (k) => {
    const how = state[k]!;
    if (how === SET_STATE.blank) {
      out[0] = 0;
      return 1;
    }
    let filled = 0;
    out[filled++] = answered;
    if (how === SET_STATE.none) out[filled++] = answered + 1;
    else if (how === SET_STATE.nothing) out[filled++] = answered + 2;
    return mentionsOf(column, k, out, filled, 1);
  };
}
