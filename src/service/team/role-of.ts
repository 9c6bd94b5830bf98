import { layerOf } from '../../core/team/layer-id.js';
import { isEnough, type Role } from '../../core/team/roles.js';
import { roleIn, rolesOf } from '../../store/team/members.js';
import type { Service } from '../context.js';
import type { SignedIn } from './sessions.js';
import type { Team } from './team.js';

/** What somebody may do in a study; null: nothing. */
export const roleOf = (team: Team, study: string, person: number): Role | null => roleIn(team.db, study, person);

/** What of the store somebody is told of: their studies; where one person is alone, all. */
export function seenBy<T extends { id: string }>({ team }: Service, who: SignedIn | null, studies: T[]): T[] {
  if (!team) return studies;
  const roles = who ? rolesOf(team.db, who.person.id) : new Map<string, Role>();
  return studies.filter(({ id }) => roles.has(id));
}

/** Whether somebody may change a layer, and so has things typed there that are not kept yet. */
export function mayTypeIn({ team }: Service, who: SignedIn | null, layer: string): boolean {
  const { study, person } = layerOf(layer);
  if (!team || person !== null) return true;
  return who !== null && isEnough(roleOf(team, study, who.person.id), 'edits');
}
