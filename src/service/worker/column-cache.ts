import { LRUCache } from 'lru-cache';
import type { Column } from '../../core/count/column.js';
import { type NumberPlaces, placesOfColumn } from '../../core/count/number-places.js';
import type { KnownTexts } from '../../core/recode/texts.js';
import { columnBytes, readColumn } from '../../store/columns.js';
import { readTexts } from '../../store/cells.js';
import { type Db, readStudyFile } from '../../store/open.js';
import { fileOfColumn } from '../../store/own-layer.js';

/** Bytes of columns kept in memory, unless the environment says otherwise. */
const DEFAULT_LIMIT = 1024 * 1024 * 1024;

/** Bytes of columns kept in memory by one thread or process; and by all threads together, of those that they share. */
export const COLUMN_BYTES = Number(process.env['HATCH_COUNT_CACHE_BYTES'] ?? '') || DEFAULT_LIMIT;

// A column id is never used twice in a file, and a column's values never change: an entry cannot go stale.
const columns = new LRUCache<string, Column>({ maxSize: COLUMN_BYTES });

/** Texts of columns; null: they are too many to be held. */
const texts = new LRUCache<string, { known: KnownTexts | null }>({ maxSize: COLUMN_BYTES / 4 });

const files = new LRUCache<string, Db>({ max: 8, dispose: (db) => db.close() });

/** A study's file, opened for reading and kept open. */
export function studyFileAt(path: string): Db {
  const database = files.get(path);
  if (database) return database;
  const db = readStudyFile(path);
  files.set(path, db);
  return db;
}

/** Lets go of a file: it is about to be moved. */
export function forgetFile(path: string): void {
  files.delete(path);
  for (const cache of [columns, texts])
    for (const key of cache.keys()) if (key.startsWith(`${path}#`)) cache.delete(key);
}

/**
 * A column of a study, from memory where it was used before; the longest unused go first when room runs out. One that
 * is larger than all the room is read each time.
 */
export function cachedColumn(asked: string, id: number): Column {
  // What an own layer has of the study is read, and kept, once for all of them.
  const path = fileOfColumn(asked, id);
  const key = `${path}#${id}`;
  const cached = columns.get(key);
  if (cached) return cached;
  const column = readColumn(studyFileAt(path), id);
  columns.set(key, column, { size: Math.max(1, columnBytes(column)) });
  return column;
}

/** The places of a column that is kept as numbers. */
export function cachedPlaces(path: string, id: number): NumberPlaces {
  const column = cachedColumn(path, id);
  if (column.kind !== 'number') throw new Error(`column ${id} is not kept as numbers`);
  return placesOfColumn(column);
}

/** A letter takes two bytes, and each text some of its own. */
const bytesOfTexts = ({ distinct, place }: KnownTexts) =>
  place.byteLength + distinct.reduce((sum, text) => sum + 2 * text.length + 32, 0);

/** The texts of a column, from memory where it was used before; null where they are too many to be held. */
export function cachedTexts(asked: string, id: number): KnownTexts | null {
  const path = fileOfColumn(asked, id);
  const key = `${path}#${id}`;
  const cached = texts.get(key);
  if (cached) return cached.known;
  const known = readTexts(studyFileAt(path), id);
  texts.set(key, { known }, { size: Math.max(1, known ? bytesOfTexts(known) : 1) });
  return known;
}
