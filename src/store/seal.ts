import { createHash } from 'node:crypto';
import type { Db } from './open.js';

/** Tables with all that a study is; of chunks, whose bytes have sums of their own, those sums. */
const SEALED: Record<string, string> = {
  study: 'SELECT * FROM study',
  data_column: 'SELECT * FROM data_column ORDER BY id',
  column_code: 'SELECT * FROM column_code ORDER BY column_id, position',
  chunk: 'SELECT column_id, part, first, length(bytes), sum FROM chunk ORDER BY column_id, part, first',
  code_list: 'SELECT * FROM code_list ORDER BY id',
  code: 'SELECT * FROM code ORDER BY list_id, position',
  working: 'SELECT * FROM working ORDER BY id',
  working_source: 'SELECT * FROM working_source ORDER BY working_id, variable_id',
  mark: 'SELECT * FROM mark ORDER BY id',
  variable: 'SELECT * FROM variable ORDER BY id',
  frozen: 'SELECT * FROM frozen ORDER BY id',
  saved_table: 'SELECT * FROM saved_table ORDER BY id',
  saved_table_variable: 'SELECT * FROM saved_table_variable ORDER BY table_id, variable_id',
  binder: 'SELECT * FROM binder ORDER BY id',
  ledger_entry: 'SELECT * FROM ledger_entry ORDER BY id',
  source_file: 'SELECT * FROM source_file ORDER BY id',
  unread_row: 'SELECT * FROM unread_row ORDER BY id',
  template: 'SELECT * FROM template',
  draft: 'SELECT * FROM draft ORDER BY name',
};

/** The SHA-256 of all that is in a study's file, row by row. */
function contentSum(db: Db): string {
  const hash = createHash('sha256');
  // A backup of an older version has not all of these.
  const there = new Set(db.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").pluck().all());
  for (const [table, sql] of Object.entries(SEALED).filter(([name]) => there.has(name))) {
    hash.update(`${table}\n`);
    for (const row of db.prepare(sql).raw().iterate()) hash.update(`${JSON.stringify(row)}\n`);
  }
  return hash.digest('hex');
}

/** Writes down, in a backup, the sum of all that is in it. */
export function seal(db: Db): void {
  db.prepare('DELETE FROM seal').run();
  db.prepare('INSERT INTO seal (made, sha256) VALUES (?, ?)').run(new Date().toISOString(), contentSum(db));
}

/** Takes the seal off: what was a backup is a study again, and will change. */
export function unseal(db: Db): void {
  db.prepare('DELETE FROM seal').run();
}

/** Whether a backup is as it was made; null: the file has no seal. */
export function sealHolds(db: Db): boolean | null {
  const hasSeals = db.prepare("SELECT count(*) FROM sqlite_master WHERE name = 'seal'").pluck().get() === 1;
  const sum = hasSeals ? (db.prepare('SELECT sha256 FROM seal').pluck().get() as string | undefined) : undefined;
  return sum === undefined ? null : sum === contentSum(db);
}
