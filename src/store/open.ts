import { rmSync } from 'node:fs';
import Database from 'better-sqlite3';
import { Fault } from '../core/fault.js';
import { dropLooseColumns } from './columns.js';
import { standOnBase } from './own-layer.js';
import { MIGRATIONS } from './migrations/index.js';

export type Db = Database.Database;

/** The version of a file that is up to date. */
export const CURRENT_VERSION = MIGRATIONS.length;

function configure(db: Db): Db {
  db.pragma('main.journal_mode = WAL');
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
  db.pragma('busy_timeout = 5000');
  return db;
}

function migrate(db: Db, path: string): void {
  const done = db.pragma('user_version', { simple: true }) as number;
  if (done > MIGRATIONS.length) {
    throw new Fault('unsupported', `${path} was made by a newer Hatch Count.`, 'Update Hatch Count to open it.', {
      file: path,
    });
  }
  // A table that is made anew would take along what refers to it; so nothing refers while it is, and all does after.
  db.pragma('foreign_keys = OFF');
  MIGRATIONS.slice(done).forEach((migration, k) => {
    db.transaction(() => {
      if (typeof migration === 'string') db.exec(migration);
      else migration(db);
      const astray = db.pragma('foreign_key_check') as unknown[];
      if (astray.length > 0)
        throw new Error(`migration ${done + k + 1} leaves ${astray.length} rows that refer to nothing`);
      db.pragma(`user_version = ${done + k + 1}`);
    }).immediate();
  });
  db.pragma('foreign_keys = ON');
}

/** Makes the file of a new study. It is written beside its place and moved there when whole. */
export function createStudyFile(path: string): Db {
  const db = configure(new Database(path));
  migrate(db, path);
  return db;
}

/** Opens a study's file for reading and writing, and brings it up to date. */
export function openStudyFile(path: string): Db {
  const db = configure(new Database(path, { fileMustExist: true }));
  try {
    migrate(db, path);
    standOnBase(db, path);
    dropLooseColumns(db);
    return db;
  } catch (error) {
    db.close();
    throw error;
  }
}

/** Closes a study's file so that it can be moved on its own: nothing of it is left in a log beside it. */
export function closeForMove(db: Db): void {
  detach(db);
  db.close();
}

/**
 * Leaves nothing of a study's file in a log beside it, so that another can take its place. @throws where it is in use
 */
export function detach(db: Db): void {
  db.pragma('main.wal_checkpoint(TRUNCATE)');
  db.pragma('main.journal_mode = DELETE');
}

/** Deletes a study's file that nobody has open, with what stands beside it; nothing where there is none. */
export function removeStudyFile(path: string): void {
  for (const end of ['', '-wal', '-shm', '-journal']) rmSync(path + end, { force: true });
}

/** Writes a copy of a study's file as it stands. */
export function copyStudyFile(from: string, to: string): void {
  const db = readStudyFile(from);
  try {
    db.prepare('VACUUM INTO ?').run(to);
  } finally {
    db.close();
  }
}

/** Opens a study's file for reading only, as the worker threads do. */
export function readStudyFile(path: string): Db {
  const db = new Database(path, { readonly: true, fileMustExist: true });
  db.pragma('busy_timeout = 5000');
  try {
    standOnBase(db, path);
  } catch (error) {
    db.close();
    throw error;
  }
  return db;
}
