import { existsSync } from 'node:fs';
import type { Command } from 'commander';
import { Fault } from '../core/fault.js';
import { isRole, ROLES } from '../core/team/roles.js';
import type { Service } from '../service/context.js';
import { audit } from '../service/team/audit.js';
import { invitePerson } from '../service/team/invitations.js';
import { changeRole } from '../service/team/members.js';
import { editPerson, everybody, personAt } from '../service/team/people.js';
import { startTeam, type Team, teamFile } from '../service/team/team.js';
import type { Within } from './studies.js';
import { studyId } from './study-id.js';

interface Flags {
  store: string;
}

/** As whom the log has what is done here: whoever may run commands on the server's files. */
const HERE = { who: null, name: 'the command line', address: '', outcome: 'done' as const };

/** Does something with the people of a store, while a server works on it or not. @throws Fault where it has none */
async function withTeam<T>(folder: string, work: (team: Team) => T): Promise<T> {
  if (!existsSync(teamFile(folder)))
    throw new Fault('not-found', `Nobody signs in at ${folder}.`, 'Start it with "hatch-count serve --team" first.', {
      field: 'store',
    });
  const team = startTeam(folder, { openId: null });
  try {
    return await Promise.resolve(work(team));
  } finally {
    team.db.close();
  }
}

/** What is printed of everybody: number, name, address, and what they are. */
export const sayPeople = (team: Team): string =>
  everybody(team)
    .map(({ id, name, email, administrator, shutOut }) => {
      const is = [...(administrator ? ['administers'] : []), ...(shutOut ? ['shut out'] : [])].join(', ');
      return `${[id, name, email, is].join('\t')}\n`;
    })
    .join('');

/**
 * Gives somebody a part in a study, another one, or none any more, and writes it down.
 * @param role a role, or "nothing"
 * @throws Fault where there is no such person or role, or nobody would be left to own the study
 */
export function givePart(team: Team, study: string, email: string, role: string): string {
  if (role !== 'nothing' && !isRole(role))
    throw new Fault('invalid', `"${role}" is no role.`, `Give ${ROLES.join(', ')}, or nothing.`, { field: 'role' });
  const { id: person } = personAt(team, email);
  const members = changeRole(team, study, person, role === 'nothing' ? null : role);
  audit({ team }, { ...HERE, act: 'changeRole', study, place: `/studies/${study}/members/${person}` });
  return members.map((member) => `${[member.name, member.email, member.role].join('\t')}\n`).join('');
}

/** Invites somebody, and writes it down. @returns the path at which they come in, told once */
export function inviteTo(team: Team, name: string, email: string, administrator: boolean): string {
  const { secret, ends } = invitePerson(team, { name, email, administrator }, HERE.name);
  audit({ team }, { ...HERE, act: 'invite', study: null, place: '/invitations' });
  return `/join#${secret}\tuntil ${ends.slice(0, 10)}\n`;
}

/** Shuts somebody out or lets them in again, and writes it down. @throws Fault where nobody would administer */
export function shutOut(team: Team, email: string, isShut: boolean): string {
  const { id: person } = personAt(team, email);
  editPerson(team, person, { shutOut: isShut });
  audit({ team }, { ...HERE, act: 'editPerson', study: null, place: `/people/${person}` });
  return sayPeople(team);
}

/** Adds the commands for the people of a team's server. */
export function addPeopleCommands(program: Command, within: Within, store: string): void {
  const command = (name: string, about: string) =>
    program.command(name).description(about).option('--store <folder>', 'where studies are kept', store);
  const print = (folder: string, work: (team: Team, service: Service) => string) =>
    within(folder, (service) => withTeam(folder, (team) => work(team, service)));

  command('people', 'everybody who signs in, one a line: number, name, address, what they are').action(
    ({ store: folder }: Flags) => print(folder, sayPeople),
  );
  command('invite', 'invite somebody; what is printed is the path at which they come in')
    .argument('<name>', 'what they are called')
    .argument('<email>', 'their address')
    .option('--administrator', 'they administer the server', false)
    .action((name: string, email: string, { store: folder, administrator }: Flags & { administrator: boolean }) =>
      print(folder, (team) => inviteTo(team, name, email, administrator)),
    );
  command('give', 'give somebody a part in a study, and list who has one')
    .argument('<study>', 'its id, or its name')
    .argument('<email>', 'their address')
    .argument('<role>', `${ROLES.join(', ')}, or nothing`)
    .action((study: string, email: string, role: string, { store: folder }: Flags) =>
      print(folder, (team, service) => givePart(team, studyId(service, study), email, role)),
    );
  command('shut-out', 'have somebody not sign in any more; what they made stays')
    .argument('<email>', 'their address')
    .action((email: string, { store: folder }: Flags) => print(folder, (team) => shutOut(team, email, true)));
  command('let-in', 'let somebody sign in again who was shut out')
    .argument('<email>', 'their address')
    .action((email: string, { store: folder }: Flags) => print(folder, (team) => shutOut(team, email, false)));
}
