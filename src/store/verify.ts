import Database from 'better-sqlite3';
import { Fault } from '../core/fault.js';
import { MIGRATIONS } from './migrations/index.js';

/** Bytes for one respondent in one word of a column, by how it is stored. */
const WIDTHS: Record<string, number> = { coded8: 1, coded16: 2, number: 8, sets: 4 };

/** Tables that every version of a study file has; without them the file is not a study. */
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

/** What is wrong with a file that is to be a study, in words; null where it is whole. */
function wrongWith(db: Database.Database): string | null {
  const version = db.pragma('user_version', { simple: true }) as number;
  if (version > MIGRATIONS.length) return 'It was made by a newer Hatch Count.';
  const tables = new Set(db.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").pluck().all());
  if (version < 1 || TABLES.some((name) => !tables.has(name))) return 'It is no study of Hatch Count.';
  const check = db.pragma('integrity_check(1)', { simple: true });
  if (check !== 'ok') return `It is damaged: ${String(check)}.`;
  if ((db.pragma('foreign_key_check') as unknown[]).length > 0) return 'It is damaged: parts of it refer to nothing.';
  const study = db.prepare('SELECT respondents FROM study').all() as { respondents: number }[];
  const [only] = study;
  if (!only || study.length > 1) return `It holds ${study.length} studies.`;
  const columns = db
    .prepare(
      `SELECT c.name, c.storage, c.width, coalesce(sum(length(k.bytes)), 0) AS bytes FROM data_column c
       LEFT JOIN chunk k ON k.column_id = c.id AND k.part = 'values' GROUP BY c.id`,
    )
    .all() as { name: string; storage: string; width: number; bytes: number }[];
  const short = columns.find(({ storage, width, bytes }) => {
    const each = WIDTHS[storage];
    return each !== undefined && bytes !== each * (storage === 'sets' ? width : 1) * only.respondents;
  });
  return short ? `It is damaged: the column ${short.name} does not hold ${only.respondents} respondents.` : null;
}

/**
 * Looks a file through that is to be taken for a study: that it is one, whole, and not newer than this program. Nothing
 * is written to it.
 * @throws Fault naming the file and what is wrong with it
 */
export function verifyStudyFile(path: string, name: string): void {
  let db: Database.Database | null = null;
  try {
    db = new Database(path, { readonly: true, fileMustExist: true });
    const wrong = wrongWith(db);
    if (wrong !== null)
      throw new Fault('invalid', `${name} cannot be restored. ${wrong}`, 'Choose another backup.', { file: name });
  } catch (error) {
    if (error instanceof Fault) throw error;
    throw new Fault(
      'invalid',
      `${name} is no backup: it cannot be read.`,
      'Choose a file that Hatch Count backed up.',
      { file: name },
    );
  } finally {
    db?.close();
  }
}
