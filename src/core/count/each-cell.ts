import type { Countable } from './axis.js';
import type { SetsColumn } from './column.js';
import { SET_STATE } from './set-state.js';
import type { CountAxis } from './types.js';

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
export function mentionsOf(
  { words, width }: SetsColumn,
  k: number,
  out: Int32Array,
  filled: number,
  first: number,
): number {
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
