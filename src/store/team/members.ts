import type { Protection } from '../../core/team/protection.js';
import type { Role } from '../../core/team/roles.js';
import type { Db } from '../open.js';
import { prepared } from '../prepared.js';

/** Somebody who may do something in a study. */
export interface MemberRow {
  person: number;
  name: string;
  email: string;
  role: Role;
}

/** Who may do what in a study, in the order of their names. */
export const membersOf = (db: Db, study: string): MemberRow[] =>
  prepared(
    db,
    `SELECT person.id AS person, name, email, role FROM member JOIN person ON person.id = person_id
     WHERE study = ? AND shut_out = 0 ORDER BY name COLLATE NOCASE, person.id`,
  ).all(study) as MemberRow[];

export const roleIn = (db: Db, study: string, person: number): Role | null =>
  (prepared(db, 'SELECT role FROM member WHERE study = ? AND person_id = ?').pluck().get(study, person) as
    Role | undefined) ?? null;

/** What somebody may do, by study. */
export const rolesOf = (db: Db, person: number): ReadonlyMap<string, Role> =>
  new Map(prepared(db, 'SELECT study, role FROM member WHERE person_id = ?').raw().all(person) as [string, Role][]);

/** @param role null: they may do nothing there any more */
export function setRole(db: Db, study: string, person: number, role: Role | null): void {
  if (role === null) prepared(db, 'DELETE FROM member WHERE study = ? AND person_id = ?').run(study, person);
  else {
    prepared(
      db,
      `INSERT INTO member (study, person_id, role) VALUES (?, ?, ?)
       ON CONFLICT (study, person_id) DO UPDATE SET role = excluded.role`,
    ).run(study, person, role);
  }
}

/** Forgets who may do what in a study that is gone. */
export function forgetStudy(db: Db, study: string): void {
  prepared(db, 'DELETE FROM member WHERE study = ?').run(study);
  prepared(db, 'DELETE FROM protection WHERE study = ?').run(study);
}

/** What a study hands out; null: nothing was said. */
export const protectionOf = (db: Db, study: string): Protection | null =>
  (prepared(db, 'SELECT rows, least_base AS leastBase FROM protection WHERE study = ?').get(study) as
    Protection | undefined) ?? null;

export function setProtection(db: Db, study: string, { rows, leastBase }: Protection): void {
  prepared(
    db,
    `INSERT INTO protection (study, rows, least_base) VALUES (?, ?, ?)
     ON CONFLICT (study) DO UPDATE SET rows = excluded.rows, least_base = excluded.least_base`,
  ).run(study, rows, leastBase);
}

/** Whose a waiting file is; null: nobody's. */
export const intakeOwner = (db: Db, intake: string): number | null =>
  (prepared(db, 'SELECT person_id FROM intake_owner WHERE intake = ?').pluck().get(intake) as number | undefined) ??
  null;

export function setIntakeOwner(db: Db, intake: string, person: number): void {
  prepared(db, 'INSERT OR IGNORE INTO intake_owner (intake, person_id) VALUES (?, ?)').run(intake, person);
}
