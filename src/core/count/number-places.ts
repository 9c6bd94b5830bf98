import { lowBits, wordAt } from './column.js';

/** The numbers of a column that is kept as numbers, whatever of them is no answer. */
export interface NumberPlaces {
  /** Each number that somebody has, upwards. */
  distinct: Float64Array;
  /** For each value the place of its number in `distinct`; -1: it is none. */
  place: Int32Array;
  /** 1 for a number, 0 for a blank, k + 1 for the k-th word of the column. */
  standing: Uint8Array | Uint16Array;
}

/** More different numbers than these are sorted with all their repetitions: a table of them is no quicker. */
const MOST_HASHED = 1_000_000;

/** A multiplier that spreads numbers over a table (Fibonacci hashing: Knuth 1998, section 6.4). */
const SPREAD = 0x9e3779b1;

/** A table of numbers by which each is found again: its slots hold 1 + the order in which numbers came, 0 is free. */
interface Table {
  slots: Int32Array;
  numbers: Float64Array;
  /** The halves of the numbers' bits. */
  bits: Uint32Array;
  count: number;
}

function tableOf(size: number): Table {
  const numbers = new Float64Array(size / 2);
  return { slots: new Int32Array(size), numbers, bits: new Uint32Array(numbers.buffer), count: 0 };
}

const slotOf = (low: number, high: number, size: number) =>
  ((Math.imul(low ^ (high >>> 15), SPREAD) ^ Math.imul(high, SPREAD)) >>> 7) & (size - 1);

/** The same numbers in a table of twice the size. */
function grown({ slots, numbers, bits, count }: Table): Table {
  const larger = tableOf(slots.length * 2);
  larger.numbers.set(numbers);
  larger.count = count;
  const size = larger.slots.length;
  for (let k = 0; k < count; k++) {
    let slot = slotOf(bits[2 * k]!, bits[2 * k + 1]!, size);
    while (larger.slots[slot] !== 0) slot = (slot + 1) & (size - 1);
    larger.slots[slot] = k + 1;
  }
  return larger;
}

/** For each value the order in which its number came, and the table of numbers; null: they are too many. */
function byHashing(values: Float64Array): { order: Int32Array; table: Table } | null {
  let table = tableOf(1024);
  const order = new Int32Array(values.length).fill(-1);
  const own = new Float64Array(1);
  const ownBits = new Uint32Array(own.buffer);
  for (let k = 0; k < values.length; k++) {
    // A file may hold -0, which is the number 0 and is read as such: + 0 makes it one.
    const value = values[k]! + 0;
    if (Number.isNaN(value)) continue;
    own[0] = value;
    const size = table.slots.length;
    let slot = slotOf(ownBits[0]!, ownBits[1]!, size);
    let at = table.slots[slot]!;
    while (at !== 0 && table.numbers[at - 1] !== value) {
      slot = (slot + 1) & (size - 1);
      at = table.slots[slot]!;
    }
    if (at === 0) {
      if (table.count === MOST_HASHED) return null;
      table.numbers[table.count] = value;
      at = ++table.count;
      table.slots[slot] = at;
      if (table.count === table.numbers.length) table = grown(table);
    }
    order[k] = at - 1;
  }
  return { order, table };
}

/** The place of a number among sorted ones that have it. */
function placeIn(distinct: Float64Array, value: number): number {
  let [low, high] = [0, distinct.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (distinct[middle]! < value) low = middle + 1;
    else high = middle;
  }
  return low;
}

function bySorting(values: Float64Array): Omit<NumberPlaces, 'standing'> {
  const sorted = values.filter((value) => !Number.isNaN(value)).sort();
  let length = 0;
  for (let k = 0; k < sorted.length; k++) if (k === 0 || sorted[k] !== sorted[k - 1]) sorted[length++] = sorted[k]! + 0;
  const distinct = sorted.slice(0, length);
  return {
    distinct,
    place: Int32Array.from(values, (value) => (Number.isNaN(value) ? -1 : placeIn(distinct, value))),
  };
}

function byLookingUp({ order, table }: NonNullable<ReturnType<typeof byHashing>>): Omit<NumberPlaces, 'standing'> {
  const { slots, numbers, count } = table;
  const distinct = numbers.slice(0, count).sort();
  const bits = new Uint32Array(distinct.buffer);
  const places = new Int32Array(count);
  for (let place = 0; place < count; place++) {
    let slot = slotOf(bits[2 * place]!, bits[2 * place + 1]!, slots.length);
    while (numbers[slots[slot]! - 1] !== distinct[place]) slot = (slot + 1) & (slots.length - 1);
    places[slots[slot]! - 1] = place;
  }
  for (let k = 0; k < order.length; k++) if (order[k] !== -1) order[k] = places[order[k]!]!;
  return { distinct, place: order };
}

/** How each value stands, of so many words. */
function standingOf(values: Float64Array, place: Int32Array, words: number): NumberPlaces['standing'] {
  const standing = words + 2 <= 256 ? new Uint8Array(values.length) : new Uint16Array(values.length);
  const low = lowBits(values);
  for (let k = 0; k < values.length; k++) {
    if (place[k] !== -1) standing[k] = 1;
    else if (wordAt(low, k) > 0) standing[k] = wordAt(low, k) + 1;
  }
  return standing;
}

/**
 * Each number once, upwards, and for each value its place among them.
 * @param words how many words the column has beside its numbers
 * @example numberPlaces(Float64Array.of(41, 17, NaN, 41), 0).place // [1, 0, -1, 1]
 */
export function numberPlaces(values: Float64Array, words: number): NumberPlaces {
  const hashed = byHashing(values);
  const found = hashed ? byLookingUp(hashed) : bySorting(values);
  return { ...found, standing: standingOf(values, found.place, words) };
}

/**
 * The places of a part of a column.
 * @example partOfPlaces(numberPlaces(Float64Array.of(41, 17), 0), { from: 0, to: 1 }).place // [1]
 */
export const partOfPlaces = (
  { distinct, place, standing }: NumberPlaces,
  { from, to }: { from: number; to: number },
): NumberPlaces => ({ distinct, place: place.subarray(from, to), standing: standing.subarray(from, to) });

// A column's values never change, and those of one that is kept in memory are looked at again and again.
const known = new WeakMap<Float64Array, NumberPlaces>();

/**
 * The places of a column of numbers, found once as long as its values are in memory.
 * @example placesOfColumn({ values: Float64Array.of(41, 17), words: [] }).distinct // [17, 41]
 */
export function placesOfColumn({ values, words }: { values: Float64Array; words: readonly string[] }): NumberPlaces {
  const places = known.get(values) ?? numberPlaces(values, words.length);
  known.set(values, places);
  return places;
}
