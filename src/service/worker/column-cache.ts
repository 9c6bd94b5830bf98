import type { Column } from '../../core/count/column.js';
import { columnBytes, readColumn } from '../../store/columns.js';
import { type Db, readStudyFile } from '../../store/open.js';

/** Bytes of columns kept in memory by one thread, unless the environment says otherwise. */
const DEFAULT_LIMIT = 1024 * 1024 * 1024;
const limit = Number(process.env['HATCH_COUNT_CACHE_BYTES'] ?? '') || DEFAULT_LIMIT;

interface Entry {
  column: Column;
  bytes: number;
}

// A column id is never used twice in a file, and a column's values never change: an entry cannot go stale.
const entries = new Map<string, Entry>();
let held = 0;
const files = new Map<string, Db>();
const MOST_FILES = 8;

/** A study's file, opened for reading and kept open. */
export function studyFileAt(path: string): Db {
  const known = files.get(path);
  if (known) {
    files.delete(path);
    files.set(path, known);
    return known;
  }
  const db = readStudyFile(path);
  files.set(path, db);
  for (const [oldest, old] of files) {
    if (files.size <= MOST_FILES) break;
    old.close();
    files.delete(oldest);
  }
  return db;
}

/** Lets go of a file: it is about to be moved. */
export function forgetFile(path: string): void {
  files.get(path)?.close();
  files.delete(path);
  for (const [key, { bytes }] of entries) {
    if (!key.startsWith(`${path}#`)) continue;
    entries.delete(key);
    held -= bytes;
  }
}

/** A column of a study, from memory where it was used before; the longest unused go first when room runs out. */
export function cachedColumn(path: string, id: number): Column {
  const key = `${path}#${id}`;
  const known = entries.get(key);
  if (known) {
    entries.delete(key);
    entries.set(key, known);
    return known.column;
  }
  const column = readColumn(studyFileAt(path), id);
  const bytes = columnBytes(column);
  entries.set(key, { column, bytes });
  held += bytes;
  for (const [oldest, { bytes: freed }] of entries) {
    if (held <= limit || entries.size === 1) break;
    entries.delete(oldest);
    held -= freed;
  }
  return column;
}
