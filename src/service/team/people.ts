import { Fault } from '../../core/fault.js';
import {
  allPeople,
  countAdministrators,
  type PersonRow,
  personByEmail,
  personById,
  updatePerson,
} from '../../store/team/people.js';
import { removeSessionsOf } from '../../store/team/sessions.js';
import type { Team } from './team.js';

/** What of somebody is to be another. */
export interface PersonEdit {
  name?: string | undefined;
  administrator?: boolean | undefined;
  shutOut?: boolean | undefined;
}

/** @throws Fault where there is nobody with that number */
export function findPerson({ db }: Team, id: number): PersonRow {
  const person = personById(db, id);
  if (person) return person;
  throw new Fault('not-found', `There is nobody with the number ${id}.`, 'Choose somebody from the list.', {
    field: 'person',
  });
}

/**
 * Names somebody, has them administer the server or no more, shuts them out or lets them in again.
 * @throws Fault where nobody would be left to administer it
 */
export function editPerson(team: Team, id: number, edit: PersonEdit): PersonRow {
  const { db } = team;
  return db
    .transaction(() => {
      const { name, administrator, shutOut } = findPerson(team, id);
      updatePerson(db, id, {
        name: edit.name?.trim() ?? name,
        administrator: edit.administrator ?? administrator,
        shutOut: edit.shutOut ?? shutOut,
      });
      if (countAdministrators(db) === 0) {
        const mend = 'Make somebody else an administrator first.';
        throw new Fault('conflict', 'Nobody would be left to administer the server.', mend, { field: 'administrator' });
      }
      if (edit.shutOut === true) removeSessionsOf(db, id);
      return findPerson(team, id);
    })
    .immediate();
}

/** Somebody by their address, in letters of either case. @throws Fault where nobody has it */
export function personAt({ db }: Team, email: string): PersonRow {
  const person = personByEmail(db, email);
  if (person) return person;
  throw new Fault('not-found', `Nobody is here with the address ${email}.`, '"hatch-count people" lists everybody.', {
    field: 'email',
  });
}

/** Everybody who may sign in, and who was shut out, in the order of their names. */
export const everybody = ({ db }: Team): PersonRow[] => allPeople(db);
