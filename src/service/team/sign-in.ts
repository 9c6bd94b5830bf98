import { Fault } from '../../core/fault.js';
import { personByEmail, type PersonRow, secretOf, setPassword } from '../../store/team/people.js';
import { removeSessionsOf } from '../../store/team/sessions.js';
import { checkPassword, isPassword, keptPassword } from './password.js';
import type { SignedIn } from './sessions.js';
import type { Team } from './team.js';

/**
 * Who signs in with a name and a password. A name that nobody has is answered like a wrong password.
 * @throws Fault where it is wrong, or was wrong too often
 */
export async function signIn(team: Team, email: string, password: string, address: string): Promise<PersonRow> {
  await team.limits.check(email, address);
  const person = personByEmail(team.db, email.trim());
  const isRight = await isPassword(password, person ? secretOf(team.db, person.id).password : null);
  if (!person || !isRight || person.shutOut) {
    await team.limits.wrong(email, address);
    const mend = 'Type both again; an administrator can send a link for a new password.';
    throw new Fault('signed-out', 'That is no name and password of this server.', mend, { field: 'password' });
  }
  await team.limits.right(email);
  return person;
}

/**
 * Gives somebody another password, and signs them out everywhere else.
 * @param old what it was; where they had none, anything
 * @throws Fault where the old one is wrong, or the new one cannot be taken
 */
export async function changePassword(
  team: Team,
  { person, session }: SignedIn,
  old: string,
  password: string,
): Promise<void> {
  const { password: kept } = secretOf(team.db, person.id);
  await team.limits.check(person.email, session.address);
  if (kept !== null && !(await isPassword(old, kept))) {
    await team.limits.wrong(person.email, session.address);
    throw new Fault('invalid', 'The old password is wrong.', 'Type it again.', { field: 'old' });
  }
  checkPassword(password, person);
  const digest = await keptPassword(password);
  team.db
    .transaction(() => {
      setPassword(team.db, person.id, digest);
      removeSessionsOf(team.db, person.id, session.id);
    })
    .immediate();
}
