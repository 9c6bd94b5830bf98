import { intakeOwner, setIntakeOwner } from '../../store/team/members.js';
import { waitingIntakes } from '../intake/waiting.js';
import type { Service } from '../context.js';
import type { SignedIn } from './sessions.js';
import type { Team } from './team.js';

/** Whether a waiting file is somebody's own. */
export const mayUseIntake = ({ db }: Team, intake: string, { id }: { id: number }): boolean =>
  intakeOwner(db, intake) === id;

/** Looks whether somebody may send one more file. @throws Fault where too many wait, or too much was sent today */
export async function mayReceive(service: Service, who: SignedIn | null, bytes: number): Promise<void> {
  const { team } = service;
  if (!team || !who) return;
  const waiting = ownIntakes(service, who, await waitingIntakes(service)).length;
  await team.each.file(who.person.id, waiting, bytes);
}

/** Writes down whose a file is that was sent. */
export function keepOwner<T extends { id: string }>({ team }: Service, who: SignedIn | null, intake: T): T {
  if (team && who) setIntakeOwner(team.db, intake.id, who.person.id);
  return intake;
}

/** Of the waiting files those that are somebody's own; where one person is alone, all. */
export const ownIntakes = <T extends { id: string }>({ team }: Service, who: SignedIn | null, intakes: T[]): T[] =>
  team ? intakes.filter(({ id }) => who !== null && mayUseIntake(team, id, who.person)) : intakes;
