import Database from 'better-sqlite3';
import type { Db } from './open.js';
import { prepared } from './prepared.js';

/** A change that was asked for under a key of the asker's. */
export interface RequestRow {
  /** Of what was asked: the same key for something else is a mistake. */
  fingerprint: string;
  /** What was answered, as JSON; null: it was done, and what was answered is not known. */
  answer: string | null;
}

/** Requests are remembered for a week: nobody asks again after that. */
const DAYS = 7;

/** Opens a file of its own for requests that are of no study, and makes it where there is none. */
export function openRequests(path: string): Db {
  const db = new Database(path);
  db.exec(
    `CREATE TABLE IF NOT EXISTS request (key TEXT PRIMARY KEY, fingerprint TEXT NOT NULL, answer TEXT,
     made TEXT NOT NULL) STRICT, WITHOUT ROWID`,
  );
  return db;
}

export function findRequest(db: Db, key: string): RequestRow | null {
  return (
    (prepared(db, 'SELECT fingerprint, answer FROM request WHERE key = ?').get(key) as RequestRow | undefined) ?? null
  );
}

/** Writes a request down with what was answered, or, in the transaction that does it, without. */
export function keepRequest(db: Db, key: string, { fingerprint, answer }: RequestRow): void {
  prepared(
    db,
    `INSERT INTO request (key, fingerprint, answer, made) VALUES (?, ?, ?, datetime('now'))
     ON CONFLICT (key) DO UPDATE SET answer = excluded.answer`,
  ).run(key, fingerprint, answer);
}

/** Forgets requests that nobody sends again. */
export function forgetOldRequests(db: Db): void {
  prepared(db, "DELETE FROM request WHERE made < datetime('now', ?)").run(`-${DAYS} days`);
}
