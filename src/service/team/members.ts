import { Fault } from '../../core/fault.js';
import { type Protection, USUAL_PROTECTION } from '../../core/team/protection.js';
import type { Role } from '../../core/team/roles.js';
import { type MemberRow, membersOf, protectionOf, roleIn, setProtection, setRole } from '../../store/team/members.js';
import { findPerson } from './people.js';
import type { Team } from './team.js';

/**
 * Says what somebody may do in a study.
 * @param role null: nothing any more
 * @throws Fault where nobody would be left to own it, or the person is shut out
 */
export function changeRole(team: Team, study: string, id: number, role: Role | null): MemberRow[] {
  const { db } = team;
  return db
    .transaction(() => {
      const person = findPerson(team, id);
      if (role !== null && person.shutOut)
        throw new Fault('conflict', `${person.name} is shut out.`, 'Let them in first.', { field: 'person' });
      setRole(db, study, id, role);
      const members = membersOf(db, study);
      if (members.some((member) => member.role === 'owns')) return members;
      throw new Fault('conflict', 'Nobody would be left to own the study.', 'Have somebody else own it first.', {
        field: 'role',
      });
    })
    .immediate();
}

/** What a study hands out, and to whom. */
export const protectionIn = ({ db }: Team, study: string): Protection => protectionOf(db, study) ?? USUAL_PROTECTION;

/** Who may do what in a study, what somebody may do there, and what it hands out. */
export const membersIn = (team: Team, study: string, person: number) => ({
  members: membersOf(team.db, study),
  role: roleIn(team.db, study, person),
  protection: protectionIn(team, study),
});

/** Says what a study hands out, and to whom. */
export function changeProtection({ db }: Team, study: string, protection: Protection): Protection {
  setProtection(db, study, protection);
  return protection;
}
