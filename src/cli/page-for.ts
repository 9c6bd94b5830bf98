import type { Service } from '../service/context.js';
import { mayUseIntake } from '../service/team/intakes.js';
import { roleOf } from '../service/team/role-of.js';
import type { SignedIn } from '../service/team/sessions.js';

/** Pages that one need not be signed in for. */
const OPEN = /^\/(sign-in|sign-in\/(office|return)|join|404)\/?$/;

/** What becomes of a page that is asked for: it is shown, is not there for whoever asks, or they sign in first. */
export type PageFor = 'shown' | 'not-there' | 'sign-in';

/**
 * Whether somebody may see a page. What they have no part in is as what is not there.
 * @example pageFor(service, null, '/studies') // 'sign-in' where several people use the server
 */
export function pageFor({ team }: Service, who: SignedIn | null, path: string): PageFor {
  if (!team || OPEN.test(path)) return 'shown';
  if (!who) return 'sign-in';
  const [, place, id = ''] = path.split('/');
  if (id === '') return 'shown';
  if (place === 'studies') return roleOf(team, decodeURIComponent(id), who.person.id) === null ? 'not-there' : 'shown';
  if (place === 'intake') return mayUseIntake(team, decodeURIComponent(id), who.person) ? 'shown' : 'not-there';
  return 'shown';
}
