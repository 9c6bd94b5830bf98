import { lstatSync, openSync, readSync, closeSync, realpathSync } from 'node:fs';
import { dirname, sep } from 'node:path';
import Database from 'better-sqlite3';
import { type Trouble, type TroubleKind, troubleOf } from '../core/study/trouble.js';
import { MIGRATIONS } from './migrations/index.js';

/** What a file in the store is: a study, of which version; or what is wrong with it. */
export type Inspected = { is: 'study'; version: number } | { is: 'trouble'; trouble: Trouble };

/** Tables that every version of a study's file has. */
const TABLES = [
  'study',
  'data_column',
  'column_code',
  'chunk',
  'code_list',
  'code',
  'working',
  'variable',
  'saved_table',
];

const MAGIC = 'SQLite format 3\0';

function headOf(path: string): string {
  const file = openSync(path, 'r');
  try {
    const head = Buffer.alloc(MAGIC.length);
    readSync(file, head, 0, MAGIC.length, 0);
    return head.toString('latin1');
  } finally {
    closeSync(file);
  }
}

function leadsOut(path: string): boolean {
  const folder = realpathSync(dirname(path));
  return !realpathSync(path).startsWith(folder + sep);
}

function kindOfError(error: unknown): TroubleKind {
  const { code = '' } = error as NodeJS.ErrnoException;
  return code === 'EACCES' || code === 'EPERM' || code === 'SQLITE_CANTOPEN' ? 'no-permission' : 'damaged';
}

function versionOf(path: string): Inspected {
  const db = new Database(path, { readonly: true, fileMustExist: true });
  try {
    const version = db.pragma('user_version', { simple: true }) as number;
    const tables = new Set(db.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").pluck().all());
    if (version < 1 || TABLES.some((name) => !tables.has(name)))
      return { is: 'trouble', trouble: troubleOf('not-a-study') };
    if (version > MIGRATIONS.length) return { is: 'trouble', trouble: troubleOf('newer') };
    const studies = db.prepare('SELECT count(*) FROM study').pluck().get() as number;
    if (studies === 1) return { is: 'study', version };
    return { is: 'trouble', trouble: troubleOf('damaged', `it holds ${studies} studies`) };
  } finally {
    db.close();
  }
}

/** Looks at what a file is, without writing anything to it. It is not read through: that is what `verify` does. */
export function inspectStudyFile(path: string): Inspected {
  try {
    const entry = lstatSync(path);
    if (entry.isSymbolicLink() && leadsOut(path)) return { is: 'trouble', trouble: troubleOf('elsewhere') };
    if (entry.isDirectory()) return { is: 'trouble', trouble: troubleOf('not-a-study') };
    if (entry.isFile() && entry.size === 0) return { is: 'trouble', trouble: troubleOf('empty') };
    if (headOf(path) !== MAGIC) return { is: 'trouble', trouble: troubleOf('not-a-study') };
    return versionOf(path);
  } catch (error) {
    return { is: 'trouble', trouble: troubleOf(kindOfError(error)) };
  }
}
