import { createHash } from 'node:crypto';
import type { Db } from '../open.js';
import { prepared } from '../prepared.js';

/** Something that somebody did, or was not let do. Nothing of what respondents answered stands in it. */
export interface AuditRow {
  id: number;
  at: string;
  /** Null: somebody who was not signed in. */
  person: number | null;
  name: string;
  address: string;
  /** The operation, by its id. */
  act: string;
  study: string | null;
  /** What of it was asked for: the parts of its path. */
  place: string;
  outcome: 'done' | 'refused' | 'failed';
}

/** What is asked of the log. */
export interface AuditWanted {
  study?: string | undefined;
  person?: number | undefined;
  /** Lines before this one. */
  before?: number | undefined;
  most: number;
}

const COLUMNS = 'id, at, person, name, address, act, study, place, outcome';

/** The sum of a line: over what stands in it and over the sum of the line before. */
function sumOf(previous: string, { at, person, name, address, act, study, place, outcome }: Omit<AuditRow, 'id'>) {
  const line = JSON.stringify([previous, at, person, name, address, act, study, place, outcome]);
  return createHash('sha256').update(line).digest('hex');
}

/** Writes a line behind the last one. */
export function insertAudit(db: Db, row: Omit<AuditRow, 'id'>): void {
  db.transaction(() => {
    const previous = prepared(db, 'SELECT sum FROM audit ORDER BY id DESC LIMIT 1').pluck().get() as string | undefined;
    prepared(
      db,
      `INSERT INTO audit (at, person, name, address, act, study, place, outcome, sum)
       VALUES (@at, @person, @name, @address, @act, @study, @place, @outcome, @sum)`,
    ).run({ ...row, sum: sumOf(previous ?? '', row) });
  }).immediate();
}

/** Lines of the log, the newest first. */
export const auditRows = (db: Db, { study, person, before, most }: AuditWanted): AuditRow[] =>
  prepared(
    db,
    `SELECT ${COLUMNS} FROM audit WHERE (@study IS NULL OR study = @study) AND (@person IS NULL OR person = @person)
     AND (@before IS NULL OR id < @before) ORDER BY id DESC LIMIT @most`,
  ).all({ study: study ?? null, person: person ?? null, before: before ?? null, most }) as AuditRow[];

/**
 * Looks the log through: each line has the sum that follows from it and from the line before, and none is missing, the
 * last ones neither.
 * @returns the first line that is not as it was written; null: all are
 */
export function firstChangedAudit(db: Db): number | null {
  const rows = db.prepare(`SELECT ${COLUMNS}, sum FROM audit ORDER BY id`).iterate() as Iterable<
    AuditRow & { sum: string }
  >;
  let [previous, expected] = ['', 1];
  for (const row of rows) {
    if (row.id !== expected || sumOf(previous, row) !== row.sum) return expected;
    [previous, expected] = [row.sum, expected + 1];
  }
  const last = prepared(db, "SELECT seq FROM sqlite_sequence WHERE name = 'audit'").pluck().get() as number | undefined;
  return expected - 1 === (last ?? 0) ? null : expected;
}
