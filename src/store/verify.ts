import Database from 'better-sqlite3';
import { Fault } from '../core/fault.js';
import type { Verified } from '../core/study/verified.js';
import { cellReader } from './cells.js';
import { type ColumnRow, isCoded, readColumn } from './columns.js';
import { inspectStudyFile } from './inspect.js';
import { CURRENT_VERSION, type Db } from './open.js';
import { sealHolds } from './seal.js';

/** Texts that are read at once. */
const AT_ONCE = 16_384;

const wordsOf = (error: unknown) => (error instanceof Error ? error.message : String(error));

/** Reads a column whole. @throws where a part of it is gone or is not as it was written */
function readThrough(db: Db, { id, storage, blank }: ColumnRow, respondents: number): void {
  if (storage === 'text') {
    const read = cellReader(db, id);
    for (let from = 0; from < respondents; from += AT_ONCE) read(from, Math.min(respondents, from + AT_ONCE));
    return;
  }
  readColumn(db, id);
  if (!isCoded(storage)) return;
  const counted = db.prepare('SELECT coalesce(sum(respondents), 0) FROM column_code WHERE column_id = ?').pluck();
  const filled = counted.get(id) as number;
  if (filled !== respondents - blank)
    throw new Error(`its codes have ${filled} respondents, not ${respondents - blank}`);
}

/** Variables that stand on damaged columns, directly or by workings. */
function damagedIn(db: Db, columns: ReadonlyMap<number, string>): Verified['damaged'] {
  const variables = db
    .prepare('SELECT id, name, column_id AS columnId, working_id AS workingId FROM variable')
    .all() as {
    id: number;
    name: string;
    columnId: number;
    workingId: number | null;
  }[];
  const found = new Map<number, Verified['damaged'][number]>();
  for (const { id, name, columnId } of variables) {
    const what = columns.get(columnId);
    if (what !== undefined) found.set(id, { variable: name, what });
  }
  const sources = db.prepare('SELECT variable_id FROM working_source WHERE working_id = ?').pluck();
  for (let before = -1; before !== found.size;) {
    before = found.size;
    for (const { id, name, workingId } of variables) {
      if (workingId === null || found.has(id)) continue;
      const source = (sources.all(workingId) as number[]).find((variable) => found.has(variable));
      if (source !== undefined)
        found.set(id, { variable: name, what: `it is made of ${found.get(source)!.variable}, which is damaged` });
    }
  }
  return [...found.values()];
}

/** What is wrong with a file as such; empty where nothing is. */
function wrongWith(db: Db, sealed: boolean | null): string[] {
  const wrong: string[] = [];
  const check = db.pragma('integrity_check(1)', { simple: true });
  if (check !== 'ok') wrong.push(`It is damaged: ${String(check).replace(/\s+/g, ' ')}.`);
  if ((db.pragma('foreign_key_check') as unknown[]).length > 0)
    wrong.push('It is damaged: parts of it refer to nothing.');
  if (sealed === false) wrong.push('It is not as it was when it was backed up.');
  return wrong;
}

function verifyOpen(db: Db, isCurrent: boolean): Verified {
  const sealed = sealHolds(db);
  const wrong = wrongWith(db, sealed);
  const { respondents } = db.prepare('SELECT respondents FROM study').get() as { respondents: number };
  const columns = db.prepare('SELECT * FROM data_column').all() as ColumnRow[];
  const bad = new Map<number, string>();
  // Chunks of older versions have no sums yet: they are made when the file is brought up to date.
  for (const column of isCurrent ? columns : []) {
    try {
      readThrough(db, column, respondents);
    } catch (error) {
      bad.set(column.id, wordsOf(error).replace(/^The data of .*? is damaged: |\.$/g, ''));
    }
  }
  const damaged = damagedIn(db, bad);
  const variables = db.prepare('SELECT count(*) FROM variable').pluck().get() as number;
  const right = variables - damaged.length;
  const loose = bad.size > 0 && damaged.length === 0 ? ['A column that no variable uses is damaged.'] : [];
  const all = [...wrong, ...loose];
  return { whole: all.length === 0 && damaged.length === 0, wrong: all, damaged, right, sealed };
}

/** Looks a study's file through, to its last byte, and says what is damaged and what is still right. Writes nothing. */
export function verifyFile(path: string): Verified {
  const nothing = (what: string): Verified => ({ whole: false, wrong: [what], damaged: [], right: 0, sealed: null });
  const found = inspectStudyFile(path);
  if (found.is === 'trouble') return nothing(found.trouble.message);
  try {
    const db = new Database(path, { readonly: true, fileMustExist: true });
    try {
      return verifyOpen(db, found.version === CURRENT_VERSION);
    } finally {
      db.close();
    }
  } catch (error) {
    return nothing(`It is damaged: ${wordsOf(error)}.`);
  }
}

/**
 * Looks a file through that is to be taken for a study: that it is one, whole, and not newer than this program. Nothing
 * is written to it.
 * @throws Fault naming the file and what is wrong with it
 */
export function verifyBackup(path: string, name: string): void {
  const { wrong, damaged } = verifyFile(path);
  const [first] = damaged;
  const what = wrong[0] ?? (first && `It is damaged: ${first.variable}, ${first.what}.`);
  if (what === undefined) return;
  throw new Fault('invalid', `${name} cannot be restored. ${what}`, 'Choose another backup.', { file: name });
}
