import type { CellBlock } from '../../../formats/rows.js';

/** Spellings that are remembered at most; of more, each cell is read as text. */
const MOST = 4096;
/** Room for so many at first: there may be thousands of columns. */
const FIRST = 32;
/** Places for each of them: the next free one is taken where another has it. */
const SLOTS_EACH = 4;
/** Longer cells are read as text. */
const LONGEST = 64;

/** Which code the bytes of a cell have, as they are spelled: " 1" and "1" are two spellings. */
export interface ByteCodes {
  /** Of spellings of one byte, their code + 1. */
  single: Int32Array;
  /** The number + 1 of the spelling that stands there. */
  slots: Int32Array;
  /** Of each spelling its code, and where it begins in `spelled`; it ends where the next begins. */
  codes: Int32Array;
  places: Int32Array;
  spelled: Uint8Array;
  size: number;
}

export const noByteCodes = (): ByteCodes => ({
  single: new Int32Array(256),
  slots: new Int32Array(FIRST * SLOTS_EACH),
  codes: new Int32Array(FIRST),
  places: new Int32Array(FIRST + 1),
  spelled: new Uint8Array(FIRST * 8),
  size: 0,
});

/** The first place of a spelling among so many, which are a power of two (FNV-1a: Fowler, Noll and Vo 1991). */
function slotOf(bytes: Uint8Array, start: number, end: number, slots: number): number {
  let value = 0x811c9dc5;
  for (let at = start; at < end; at++) value = Math.imul(value ^ bytes[at]!, 0x01000193);
  return (value ^ (value >>> 15)) & (slots - 1);
}

/** Puts a spelling's number at its place. */
function settle(slots: Int32Array, bytes: Uint8Array, start: number, end: number, spelling: number): void {
  let slot = slotOf(bytes, start, end, slots.length);
  while (slots[slot] !== 0) slot = (slot + 1) & (slots.length - 1);
  slots[slot] = spelling + 1;
}

/** Makes room for twice as many spellings. */
function grow(known: ByteCodes): void {
  const { codes, places, spelled, size } = known;
  known.codes = new Int32Array(size * 2);
  known.codes.set(codes);
  known.places = new Int32Array(size * 2 + 1);
  known.places.set(places);
  known.slots = new Int32Array(size * 2 * SLOTS_EACH);
  for (let k = 0; k < size; k++) settle(known.slots, spelled, places[k]!, places[k + 1]!, k);
}

/** @returns -1 where a spelling of more than one byte is not known */
function longerCode(known: ByteCodes, bytes: Uint8Array, start: number, end: number): number {
  const { slots, codes, places, spelled } = known;
  if (end - start > LONGEST) return -1;
  const last = slots.length - 1;
  for (let slot = slotOf(bytes, start, end, slots.length); ; slot = (slot + 1) & last) {
    const spelling = slots[slot]! - 1;
    if (spelling < 0) return -1;
    const from = places[spelling]! - start;
    if (places[spelling + 1]! - from !== end) continue;
    let at = start;
    while (at < end && spelled[from + at] === bytes[at]) at++;
    if (at === end) return codes[spelling]!;
  }
}

/**
 * The codes of cells of a column.
 * @param first the place of the first of them in the block
 * @param into as many codes as there are cells; 0 is that of an empty one
 * @returns how many there are before the first that is not known
 */
export function findCodes(known: ByteCodes, block: CellBlock, first: number, into: Uint16Array): number {
  const { bytes, starts, ends, width } = block;
  const { single } = known;
  for (let k = 0, place = first; k < into.length; k++, place += width) {
    const start = starts[place]!;
    const end = ends[place]!;
    let code = 0;
    if (end - start === 1) code = single[bytes[start]!]! - 1;
    else if (end > start) code = longerCode(known, bytes, start, end);
    if (code < 0) return k;
    into[k] = code;
  }
  return into.length;
}

/** Remembers a spelling that is not known; not where it is too long or there are too many. */
export function addCode(known: ByteCodes, bytes: Uint8Array, start: number, end: number, code: number): void {
  const length = end - start;
  if (length === 1) known.single[bytes[start]!] = code + 1;
  if (length < 2 || length > LONGEST || known.size === MOST) return;
  if (known.size === known.codes.length) grow(known);
  const { codes, places, slots, size } = known;
  const from = places[size]!;
  if (from + length > known.spelled.length) {
    const larger = new Uint8Array((known.spelled.length + length) * 2);
    larger.set(known.spelled);
    known.spelled = larger;
  }
  known.spelled.set(bytes.subarray(start, end), from);
  codes[size] = code;
  places[size + 1] = from + length;
  settle(slots, bytes, start, end, size);
  known.size++;
}
