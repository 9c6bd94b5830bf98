import type { Db } from '../open.js';
import { prepared } from '../prepared.js';

/** That somebody is signed in, at a browser or by a program. */
export interface SessionRow {
  id: number;
  personId: number;
  kind: 'browser' | 'program';
  /** What the browser calls itself, or what the program was called. */
  name: string;
  address: string;
  made: string;
  seen: string;
  ends: string;
}

const COLUMNS = 'id, person_id AS personId, kind, name, address, made, seen, ends';

export function insertSession(db: Db, digest: string, session: Omit<SessionRow, 'id'>): number {
  const { lastInsertRowid } = prepared(
    db,
    `INSERT INTO session (digest, person_id, kind, name, address, made, seen, ends)
     VALUES (@digest, @personId, @kind, @name, @address, @made, @seen, @ends)`,
  ).run({ ...session, digest });
  return Number(lastInsertRowid);
}

export const sessionByDigest = (db: Db, digest: string): SessionRow | null =>
  (prepared(db, `SELECT ${COLUMNS} FROM session WHERE digest = ?`).get(digest) as SessionRow | undefined) ?? null;

/** Where somebody is signed in, the last seen first. */
export const sessionsOf = (db: Db, person: number): SessionRow[] =>
  prepared(db, `SELECT ${COLUMNS} FROM session WHERE person_id = ? ORDER BY seen DESC`).all(person) as SessionRow[];

export function setSeen(db: Db, id: number, seen: string, ends: string): void {
  prepared(db, 'UPDATE session SET seen = ?, ends = ? WHERE id = ?').run(seen, ends, id);
}

export function removeSession(db: Db, id: number): void {
  prepared(db, 'DELETE FROM session WHERE id = ?').run(id);
}

/** Signs somebody out everywhere, of programs too; but for one session, where one is named. */
export function removeSessionsOf(db: Db, person: number, but: number | null = null): void {
  prepared(db, 'DELETE FROM session WHERE person_id = ? AND id IS NOT ?').run(person, but);
}

export function removeOldSessions(db: Db, now: string): void {
  prepared(db, 'DELETE FROM session WHERE ends < ?').run(now);
}
