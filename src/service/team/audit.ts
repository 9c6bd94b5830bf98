import { type AuditRow, auditRows, type AuditWanted, insertAudit } from '../../store/team/audit.js';
import type { Service } from '../context.js';
import type { Team } from './team.js';
import type { SignedIn } from './sessions.js';

/** What is written down of something that was asked for. */
export interface Act extends Pick<AuditRow, 'act' | 'study' | 'place' | 'outcome' | 'address'> {
  who: Pick<SignedIn, 'person'> | null;
  /** Of somebody who is not signed in: what they call themselves. */
  name?: string | undefined;
}

const LONGEST = 300;

/** Writes an act down, where several people use the server. */
export function audit({ team }: Pick<Service, 'team'>, { who, place, name = '', ...act }: Act): void {
  if (!team) return;
  insertAudit(team.db, {
    ...act,
    at: new Date().toISOString(),
    person: who?.person.id ?? null,
    name: who?.person.name ?? name.slice(0, 120),
    place: place.slice(0, LONGEST),
  });
}

/** Lines of the log that are shown at once. */
const LINES = 200;

/** Lines of the log, the newest first. */
export const auditLog = ({ db }: Team, wanted: Omit<AuditWanted, 'most'>): AuditRow[] =>
  auditRows(db, { ...wanted, most: LINES });
