import { layerOf } from '../core/team/layer-id.js';
import { isEnough } from '../core/team/roles.js';
import type { Service } from '../service/context.js';
import { mayUseIntake } from '../service/team/intakes.js';
import { roleOf } from '../service/team/role-of.js';
import type { SignedIn } from '../service/team/sessions.js';
import type { Team } from '../service/team/team.js';

/** Pages that one need not be signed in for. */
const OPEN = /^\/(sign-in|sign-in\/(office|return)|join|404)\/?$/;

/** Pages that there are where several people use the server. */
const OF_TEAM = /^\/(join|account|people|audit|studies\/[^/]+\/(people|layer))\/?$/;
const OF_ADMINISTRATORS = /^\/(people|audit)\/?$/;

/**
 * What becomes of a page that is asked for: it is shown, is not there for whoever asks, they sign in first, or the list
 * of studies stands for it.
 */
export type PageFor = 'shown' | 'not-there' | 'sign-in' | 'studies';

/** Whether somebody may open a study, or their own layer over it. */
function mayOpen(team: Team, id: string, { person }: SignedIn): boolean {
  const { study, person: owner } = layerOf(id);
  const role = roleOf(team, study, person.id);
  return owner === null ? role !== null : owner === person.id && isEnough(role, 'tabulates');
}

/**
 * Whether somebody may see a page. What they have no part in is as what is not there.
 * @example pageFor(service, null, '/studies') // 'sign-in' where several people use the server
 */
export function pageFor({ team }: Service, who: SignedIn | null, path: string): PageFor {
  if (!team) return OF_TEAM.test(path) ? 'studies' : 'shown';
  if (OPEN.test(path)) return 'shown';
  if (!who) return 'sign-in';
  if (OF_ADMINISTRATORS.test(path) && !who.person.administrator) return 'not-there';
  const [, place, id = ''] = path.split('/');
  if (id === '') return 'shown';
  if (place === 'studies') return mayOpen(team, decodeURIComponent(id), who) ? 'shown' : 'not-there';
  if (place === 'intake') return mayUseIntake(team, decodeURIComponent(id), who.person) ? 'shown' : 'not-there';
  return 'shown';
}
