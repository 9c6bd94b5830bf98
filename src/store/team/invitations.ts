import type { Role } from '../../core/team/roles.js';
import type { Db } from '../open.js';
import { prepared } from '../prepared.js';

/** A link by which somebody comes in, or who is in gets another password. It can be used once. */
export interface InvitationRow {
  id: number;
  name: string;
  email: string;
  administrator: boolean;
  personId: number | null;
  study: string | null;
  role: Role | null;
  madeBy: string;
  made: string;
  ends: string;
}

type Kept = Omit<InvitationRow, 'administrator'> & { administrator: 0 | 1 };

const COLUMNS = 'id, name, email, administrator, person_id AS personId, study, role, made_by AS madeBy, made, ends';

const invitationOf = (kept: Kept): InvitationRow => ({ ...kept, administrator: kept.administrator === 1 });

export function insertInvitation(db: Db, digest: string, invitation: Omit<InvitationRow, 'id'>): number {
  const { lastInsertRowid } = prepared(
    db,
    `INSERT INTO invitation (digest, name, email, administrator, person_id, study, role, made_by, made, ends)
     VALUES (@digest, @name, @email, @administrator, @personId, @study, @role, @madeBy, @made, @ends)`,
  ).run({ ...invitation, digest, administrator: invitation.administrator ? 1 : 0 });
  return Number(lastInsertRowid);
}

export function invitationByDigest(db: Db, digest: string): InvitationRow | null {
  const row = prepared(db, `SELECT ${COLUMNS} FROM invitation WHERE digest = ?`).get(digest) as Kept | undefined;
  return row ? invitationOf(row) : null;
}

/** Invitations that nobody has used yet, the newest first. */
export const openInvitations = (db: Db): InvitationRow[] =>
  (prepared(db, `SELECT ${COLUMNS} FROM invitation ORDER BY id DESC`).all() as Kept[]).map(invitationOf);

/** @returns whether there was one */
export const removeInvitation = (db: Db, id: number): boolean =>
  prepared(db, 'DELETE FROM invitation WHERE id = ?').run(id).changes > 0;

export function removeOldInvitations(db: Db, now: string): void {
  prepared(db, 'DELETE FROM invitation WHERE ends < ?').run(now);
}
