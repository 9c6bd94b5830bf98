import type { CodedColumn } from '../column.js';
import { AT, type Kernel, STRETCH } from './kernel.js';

/** Whom a count is of, and what each counts as. */
export interface Who {
  respondents: number;
  /** 1 where a respondent is counted. */
  mask: Uint8Array | null;
  /** What each counts as; null: one. */
  weight: Float64Array | null;
}

/** A stretch of respondents whose values are laid into the kernel's memory. */
export interface Stretch {
  from: number;
  to: number;
  /** Its respondents, and as many more as make a multiple of 16. */
  length: number;
}

/** Bytes of a cell: one where there are very few cells, two where there are few. */
export type CellBytes = 1 | 2 | 4;

const MULTIPLE = 16;

/** All respondents, a stretch at a time. */
export function stretchesOf(respondents: number): Stretch[] {
  return Array.from({ length: Math.ceil(respondents / STRETCH) }, (_, k) => {
    const from = k * STRETCH;
    const to = Math.min(respondents, from + STRETCH);
    return { from, to, length: Math.ceil((to - from) / MULTIPLE) * MULTIPLE };
  });
}

/** Lays the mask; who only fills the stretch up is outside it. */
export function layMask({ bytes }: Kernel, { from, to, length }: Stretch, mask: Uint8Array | null): void {
  if (mask) bytes.set(mask.subarray(from, to), AT.mask);
  else bytes.fill(1, AT.mask, AT.mask + to - from);
  bytes.fill(0, AT.mask + to - from, AT.mask + length);
}

/** Lays weights; nought for who only fills the stretch up. */
export function layWeights({ numbers }: Kernel, { from, to, length }: Stretch, weight: Float64Array): void {
  const at = AT.weights / 8;
  numbers.set(weight.subarray(from, to), at);
  numbers.fill(0, at + to - from, at + length);
}

/**
 * Lays the values of a column.
 * @param place where, in bytes
 * @returns how many bytes each has
 */
export function layValues(
  { bytes, halves }: Kernel,
  { from, to, length }: Stretch,
  values: CodedColumn['values'],
  place: number = AT.values,
): 1 | 2 {
  const own = to - from;
  if (values instanceof Uint8Array) {
    bytes.set(values.subarray(from, to), place);
    if (own < length) bytes.fill(0, place + own, place + length);
    return 1;
  }
  halves.set(values.subarray(from, to), place / 2);
  if (own < length) halves.fill(0, place / 2 + own, place / 2 + length);
  return 2;
}

/**
 * Appends a column's values to cells.
 * @param width how many values the column can have; 0 begins
 */
export function append(
  kernel: Kernel,
  stretch: Stretch,
  { values }: Pick<CodedColumn, 'values'>,
  [out, cells]: readonly [out: number, cells: number],
  width: number,
  each: CellBytes,
): void {
  const { loops } = kernel;
  const isByte = layValues(kernel, stretch, values) === 1;
  const ofBytes = { 1: loops.append8to8, 2: loops.append8to16, 4: loops.append8to32 };
  const ofPairs = { 1: null, 2: loops.append16to16, 4: loops.append16to32 };
  const loop = isByte ? ofBytes[each] : ofPairs[each];
  if (!loop) throw new Error('values of two bytes do not fit cells of one');
  loop(out, cells, AT.values, stretch.length, width);
}

/** Lays the cells of groups at `AT.groups`, row-major; who is not counted is in the spare cell, behind the last. */
export function layGroups(
  kernel: Kernel,
  stretch: Stretch,
  groups: readonly CodedColumn[],
  mask: Uint8Array | null,
  each: CellBytes,
): void {
  let size = 1;
  if (groups.length === 0) kernel.bytes.fill(0, AT.groups, AT.groups + stretch.length * each);
  groups.forEach((column, k) => {
    const width = column.codes.length + 1;
    // Values of one byte are cells of one byte.
    if (k === 0 && each === 1) layValues(kernel, stretch, column.values, AT.groups);
    else append(kernel, stretch, column, [AT.groups, AT.groups], k === 0 ? 0 : width, each);
    size *= width;
  });
  if (mask !== null || stretch.to - stretch.from < stretch.length) {
    layMask(kernel, stretch, mask);
    const { spare8, spare16, spare32 } = kernel.loops;
    ({ 1: spare8, 2: spare16, 4: spare32 })[each](AT.groups, AT.mask, stretch.length, size);
  }
}
