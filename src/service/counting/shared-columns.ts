import { LRUCache } from 'lru-cache';
import type { Column } from '../../core/count/column.js';
import type { NumberPlaces } from '../../core/count/number-places.js';
import { columnBytes } from '../../store/columns.js';
import { fileOfColumn } from '../../store/own-layer.js';

/** How columns come into memory. */
export interface Reading {
  column: (file: string, id: number) => Promise<Column>;
  places: (values: Float64Array, words: number) => Promise<NumberPlaces>;
}

/** Columns in memory that all threads share, each read once. */
export interface SharedColumns {
  column: (file: string, id: number) => Promise<Column>;
  /** The places of a column that is kept as numbers. */
  places: (file: string, id: number) => Promise<NumberPlaces>;
  /** Lets go of all columns of a file: it is about to be moved. */
  forget: (file: string) => void;
  /** Bytes that are kept. */
  bytes: () => number;
}

type Kept = { is: 'column'; column: Column } | { is: 'places'; places: NumberPlaces };

function bytesOf(kept: Kept): number {
  if (kept.is === 'column') return Math.max(1, columnBytes(kept.column));
  const { distinct, place, standing } = kept.places;
  return Math.max(1, distinct.byteLength + place.byteLength + standing.byteLength);
}

/**
 * Keeps columns in memory, the longest unused go first when room runs out. A column's values never change, and its id
 * is never used twice in a file: what is kept cannot go stale while the file stays.
 * @param most bytes that are kept
 */
export function sharedColumns(reading: Reading, most: number): SharedColumns {
  const kept = new LRUCache<string, Kept>({ maxSize: most });
  const underWay = new Map<string, Promise<Kept>>();
  /** What is kept under a key, or is being read, or is read now. */
  const keep = (key: string, read: () => Promise<Kept>): Promise<Kept> => {
    const known = kept.get(key);
    if (known) return Promise.resolve(known);
    const same = underWay.get(key);
    if (same) return same;
    const reads = read()
      .then((value) => {
        // Not where the file was forgotten meanwhile.
        if (underWay.get(key) === reads) kept.set(key, value, { size: bytesOf(value) });
        return value;
      })
      .finally(() => {
        if (underWay.get(key) === reads) underWay.delete(key);
      });
    underWay.set(key, reads);
    return reads;
  };
  const prefix = (file: string) => `${file}#`;
  const column = async (asked: string, id: number): Promise<Column> => {
    // What an own layer has of the study is read, and kept, once for all.
    const file = fileOfColumn(asked, id);
    const value = await keep(`${prefix(file)}${id}`, async () => ({
      is: 'column',
      column: await reading.column(file, id),
    }));
    if (value.is !== 'column') throw new Error(`${id} is kept as something else`);
    return value.column;
  };
  return {
    column,
    places: async (asked, id) => {
      const file = fileOfColumn(asked, id);
      const value = await keep(`${prefix(file)}places of ${id}`, async () => {
        const own = await column(file, id);
        if (own.kind !== 'number') throw new Error(`column ${id} is not kept as numbers`);
        return { is: 'places', places: await reading.places(own.values, own.words.length) };
      });
      if (value.is !== 'places') throw new Error(`${id} is kept as something else`);
      return value.places;
    },
    forget: (file) => {
      for (const key of [...kept.keys(), ...underWay.keys()]) {
        if (!key.startsWith(prefix(file))) continue;
        kept.delete(key);
        underWay.delete(key);
      }
    },
    bytes: () => kept.calculatedSize,
  };
}
