import Database from 'better-sqlite3';
import { Fault } from '../../core/fault.js';
import type { Db } from '../open.js';
import { TEAM_MIGRATIONS } from './migrations.js';

/**
 * Opens the file of a team: people, how they sign in, what they may do, and what was done. It is made where there is
 * none, and brought up to date.
 * @throws Fault where it was made by a newer version
 */
export function openTeamFile(path: string): Db {
  const db = new Database(path);
  db.pragma('journal_mode = WAL');
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
  db.pragma('busy_timeout = 5000');
  const done = db.pragma('user_version', { simple: true }) as number;
  if (done > TEAM_MIGRATIONS.length) {
    db.close();
    throw new Fault('unsupported', `${path} was made by a newer Hatch Count.`, 'Update Hatch Count to open it.', {
      file: path,
    });
  }
  TEAM_MIGRATIONS.slice(done).forEach((migration, k) => {
    db.transaction(() => {
      db.exec(migration);
      db.pragma(`user_version = ${done + k + 1}`);
    }).immediate();
  });
  return db;
}
