import type { Db } from '../open.js';
import { prepared } from '../prepared.js';

/** Somebody who may sign in. */
export interface PersonRow {
  id: number;
  name: string;
  email: string;
  administrator: boolean;
  /** They may not sign in any more; what they did stays. */
  shutOut: boolean;
  made: string;
}

/** What is kept of how somebody signs in. */
export interface Secret {
  /** The digest of their password; null: they have none. */
  password: string | null;
  /** How the office's own sign-in calls them; null: they do not come by it. */
  subject: string | null;
}

type Kept = Omit<PersonRow, 'administrator' | 'shutOut'> & { administrator: 0 | 1; shutOut: 0 | 1 };

const COLUMNS = 'id, name, email, administrator, shut_out AS shutOut, made';

const personOf = ({ administrator, shutOut, ...kept }: Kept): PersonRow => ({
  ...kept,
  administrator: administrator === 1,
  shutOut: shutOut === 1,
});

export function insertPerson(
  db: Db,
  { name, email, administrator }: Pick<PersonRow, 'name' | 'email' | 'administrator'>,
  { password, subject }: Secret,
): number {
  const { lastInsertRowid } = prepared(
    db,
    'INSERT INTO person (name, email, administrator, password, subject, made) VALUES (?, ?, ?, ?, ?, ?)',
  ).run(name, email, administrator ? 1 : 0, password, subject, new Date().toISOString());
  return Number(lastInsertRowid);
}

/** Everybody, in the order of their names. */
export const allPeople = (db: Db): PersonRow[] =>
  (prepared(db, `SELECT ${COLUMNS} FROM person ORDER BY name COLLATE NOCASE, id`).all() as Kept[]).map(personOf);

export function personById(db: Db, id: number): PersonRow | null {
  const row = prepared(db, `SELECT ${COLUMNS} FROM person WHERE id = ?`).get(id) as Kept | undefined;
  return row ? personOf(row) : null;
}

export function personByEmail(db: Db, email: string): PersonRow | null {
  const row = prepared(db, `SELECT ${COLUMNS} FROM person WHERE email = ?`).get(email) as Kept | undefined;
  return row ? personOf(row) : null;
}

export function personBySubject(db: Db, subject: string): PersonRow | null {
  const row = prepared(db, `SELECT ${COLUMNS} FROM person WHERE subject = ?`).get(subject) as Kept | undefined;
  return row ? personOf(row) : null;
}

export const secretOf = (db: Db, id: number): Secret =>
  (prepared(db, 'SELECT password, subject FROM person WHERE id = ?').get(id) as Secret | undefined) ?? {
    password: null,
    subject: null,
  };

export function setPassword(db: Db, id: number, password: string): void {
  prepared(db, 'UPDATE person SET password = ? WHERE id = ?').run(password, id);
}

export function setSubject(db: Db, id: number, subject: string): void {
  prepared(db, 'UPDATE person SET subject = ? WHERE id = ?').run(subject, id);
}

export function updatePerson(
  db: Db,
  id: number,
  { name, administrator, shutOut }: Pick<PersonRow, 'name' | 'administrator' | 'shutOut'>,
): void {
  prepared(db, 'UPDATE person SET name = ?, administrator = ?, shut_out = ? WHERE id = ?').run(
    name,
    administrator ? 1 : 0,
    shutOut ? 1 : 0,
    id,
  );
}

/** How many there are who administer the server and may sign in. */
export const countAdministrators = (db: Db): number =>
  prepared(db, 'SELECT count(*) FROM person WHERE administrator = 1 AND shut_out = 0').pluck().get() as number;
