import { Fault } from '../../core/fault.js';
import { type PersonRow, personById } from '../../store/team/people.js';
import {
  insertSession,
  removeOldSessions,
  removeSession,
  removeSessionsOf,
  sessionByDigest,
  sessionsOf,
  type SessionRow,
  setSeen,
} from '../../store/team/sessions.js';
import { digestOf, newSecret } from './secret.js';
import type { Team } from './team.js';

const HOUR = 3_600_000;
/** A browser is signed out when nothing was asked for so long, and in any case after so long. */
const IDLE = 12 * HOUR;
const LONGEST = 30 * 24 * HOUR;
/** A program may sign in for so long. */
const PROGRAM = 365 * 24 * HOUR;
/** That a session was used is written down no more often than this. */
const NOTED = 60_000;

/** Somebody who is signed in. */
export interface SignedIn {
  person: PersonRow;
  session: SessionRow;
}

const at = (ms: number) => new Date(ms).toISOString();

/** Signs a browser in. Each sign-in has a secret of its own. @returns what the browser is to show from now on */
export function startSession({ db }: Team, person: number, name: string, address: string): string {
  const secret = newSecret();
  const now = Date.now();
  removeOldSessions(db, at(now));
  const times = { made: at(now), seen: at(now), ends: at(now + IDLE) };
  insertSession(db, digestOf(secret), {
    personId: person,
    kind: 'browser',
    name: name.slice(0, 200),
    address,
    ...times,
  });
  return secret;
}

/** Lets a program in on somebody's behalf. @returns what it is to show, which is not told again */
export function startProgram(
  { db }: Team,
  person: number,
  name: string,
  address: string,
): { id: number; secret: string } {
  const secret = newSecret();
  const now = Date.now();
  const times = { made: at(now), seen: at(now), ends: at(now + PROGRAM) };
  const id = insertSession(db, digestOf(secret), { personId: person, kind: 'program', name, address, ...times });
  return { id, secret };
}

/** Who shows a secret; null: nobody who may come in. */
export function signedInBy({ db }: Team, secret: string): SignedIn | null {
  const session = sessionByDigest(db, digestOf(secret));
  if (!session) return null;
  const now = Date.now();
  const person = personById(db, session.personId);
  if (!person || person.shutOut || session.ends < at(now)) {
    removeSession(db, session.id);
    return null;
  }
  if (now - Date.parse(session.seen) > NOTED) {
    const last = Date.parse(session.made) + LONGEST;
    const ends = session.kind === 'program' ? session.ends : at(Math.min(now + IDLE, last));
    setSeen(db, session.id, at(now), ends);
  }
  return { person, session };
}

/** Ends a session of somebody's own. @throws Fault where it is none of theirs */
export function endSession({ db }: Team, person: number, id: number): void {
  if (!sessionsOf(db, person).some((session) => session.id === id)) {
    throw new Fault('not-found', `There is no sign-in ${id}.`, 'Choose one from the list.', { field: 'session' });
  }
  removeSession(db, id);
}

/** Signs somebody out everywhere; programs are let in no more. */
export const signOutEverywhere = ({ db }: Team, person: number): void => removeSessionsOf(db, person);

/** Where somebody is signed in, and which programs are let in on their behalf, the last seen first. */
export const ownSessions = ({ db }: Team, { person, session: own }: SignedIn) =>
  sessionsOf(db, person.id).map(({ id, kind, name, address, made, seen, ends }) => ({
    ...{ id, kind, name, address, made, seen, ends },
    own: id === own.id,
  }));
