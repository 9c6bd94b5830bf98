import { Fault } from '../../core/fault.js';
import type { Role } from '../../core/team/roles.js';
import {
  insertInvitation,
  invitationByDigest,
  type InvitationRow,
  openInvitations,
  removeInvitation,
  removeOldInvitations,
} from '../../store/team/invitations.js';
import { roleIn, setRole } from '../../store/team/members.js';
import { allPeople, insertPerson, personByEmail, personById, setPassword } from '../../store/team/people.js';
import { removeSessionsOf } from '../../store/team/sessions.js';
import { checkPassword, keptPassword } from './password.js';
import { digestOf, newSecret } from './secret.js';
import type { Team } from './team.js';

const DAY = 86_400_000;
const DAYS = 7;

/** Who is invited, and to what. */
export interface Invited {
  name: string;
  email: string;
  administrator?: boolean | undefined;
  /** A study that they come to, and what they may do there. */
  study?: string | undefined;
  role?: Role | undefined;
}

/** An invitation with its secret, which is told once. */
export interface Invitation {
  id: number;
  secret: string;
  ends: string;
}

function invite(team: Team, invitation: Omit<InvitationRow, 'id' | 'made' | 'ends'>): Invitation {
  const secret = newSecret();
  const now = Date.now();
  const times = { made: new Date(now).toISOString(), ends: new Date(now + DAYS * DAY).toISOString() };
  removeOldInvitations(team.db, times.made);
  return { id: insertInvitation(team.db, digestOf(secret), { ...invitation, ...times }), secret, ends: times.ends };
}

/** Invites somebody who is not here yet. @throws Fault where they are */
export function invitePerson(team: Team, invited: Invited, madeBy: string): Invitation {
  const { name, email, administrator = false, study = null, role = null } = invited;
  if (personByEmail(team.db, email)) {
    const mend = 'Give them their part in a study, or a link for a new password.';
    throw new Fault('conflict', `${email} is here already.`, mend, { field: 'email' });
  }
  return invite(team, { name, email, administrator, study, role, personId: null, madeBy });
}

/** A link by which somebody who is here chooses another password. @throws Fault where there is nobody */
export function inviteBack(team: Team, id: number, madeBy: string): Invitation {
  const person = personById(team.db, id);
  if (!person) throw new Fault('not-found', `There is nobody with the number ${id}.`, 'Choose somebody from the list.');
  const { name, email, administrator } = person;
  return invite(team, { name, email, administrator, study: null, role: null, personId: id, madeBy });
}

/** What an invitation is to. @throws Fault where it was used, taken back or has ended */
export function invitationBy({ db }: Team, secret: string): InvitationRow {
  const invitation = invitationByDigest(db, digestOf(secret));
  if (invitation && invitation.ends > new Date().toISOString()) return invitation;
  throw new Fault(
    'not-found',
    'This link leads to no invitation: it was used, was taken back, or is older than a week.',
    'Ask who sent it for another one; if you have used it, sign in.',
    { field: 'invitation' },
  );
}

function findOrMake(team: Team, invitation: InvitationRow, name: string, password: string): number {
  const { email, administrator, personId } = invitation;
  if (personId === null) return insertPerson(team.db, { name, email, administrator }, { password, subject: null });
  setPassword(team.db, personId, password);
  // Whoever else knew the old password is out.
  removeSessionsOf(team.db, personId);
  return personId;
}

/** Somebody has come in by an invitation: it works no more, and they have the part that it gives. In a transaction. */
export function takeUp({ db }: Team, { id, study, role }: InvitationRow, person: number): void {
  removeInvitation(db, id);
  if (study !== null && role !== null && roleIn(db, study, person) === null) setRole(db, study, person, role);
}

/** What somebody says who comes in. */
export interface Joining {
  name: string;
  /** Where the invitation is to nobody in particular. */
  email?: string | undefined;
  password: string;
}

/**
 * Uses an invitation: somebody comes in with a password of their own, or gets another one. It can be used once.
 * @returns who it is
 * @throws Fault where it cannot be used, or the password cannot be taken
 */
export async function useInvitation(
  team: Team,
  secret: string,
  { name, email: given = '', password }: Joining,
): Promise<number> {
  const invited = invitationBy(team, secret);
  const email = invited.email === '' ? given : invited.email;
  if (email === '') throw new Fault('invalid', 'The e-mail address is missing.', 'Type it.', { field: 'email' });
  checkPassword(password, { name, email });
  const digest = await keptPassword(password);
  return team.db
    .transaction(() => {
      // Two may use it at the same time.
      const invitation = invitationBy(team, secret);
      if (invitation.personId === null && personByEmail(team.db, email))
        throw new Fault('conflict', `${email} is here already.`, 'Sign in.', { field: 'email' });
      const person = findOrMake(team, { ...invitation, email }, name, digest);
      takeUp(team, invitation, person);
      return person;
    })
    .immediate();
}

/** Invitations that nobody has used yet, the newest first. */
export function listInvitations({ db }: Team): Omit<InvitationRow, 'personId'>[] {
  removeOldInvitations(db, new Date().toISOString());
  return openInvitations(db).map(({ id, name, email, administrator, study, role, madeBy, made, ends }) => ({
    ...{ id, name, email, administrator },
    ...{ study, role, madeBy, made, ends },
  }));
}

/** Takes an invitation back. @throws Fault where there is none */
export function takeBack({ db }: Team, id: number): void {
  if (removeInvitation(db, id)) return;
  throw new Fault('not-found', `There is no invitation ${id}.`, 'Choose one from the list.', { field: 'invitation' });
}

/** An invitation to administer a server in which nobody is yet; null: there is somebody. One before it ends. */
export function inviteFirst(team: Team): Invitation | null {
  if (allPeople(team.db).length > 0) return null;
  for (const { id, email } of openInvitations(team.db)) if (email === '') removeInvitation(team.db, id);
  const nobody = { name: '', email: '', study: null, role: null, personId: null, madeBy: '' };
  return invite(team, { ...nobody, administrator: true });
}
