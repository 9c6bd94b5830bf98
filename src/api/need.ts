import { maySeeRows, type Protection } from '../core/team/protection.js';
import { isEnough, type Role, ROLES } from '../core/team/roles.js';
import type { Operation } from './operation.js';

/**
 * What somebody must be to have an operation done: anybody at all, anybody who is signed in, who administers the server,
 * or who has a role in the study that is in the path.
 */
export type Need = 'anybody' | 'person' | 'administrator' | 'owner-or-administrator' | Role;

/** Who asks, as far as it matters to what they may do. */
export interface Standing {
  isSignedIn: boolean;
  isAdministrator: boolean;
  /** In the study that is in the path; null: none. */
  role: Role | null;
  protection: Protection;
}

/** Why somebody may not have an operation done; `hidden`: they are not even told that there is such a study. */
export type Refusal = 'signed-out' | 'hidden' | 'forbidden';

type Asked = Pick<Operation, 'path' | 'changes' | 'needs' | 'showsRows'>;

/** Whether an operation works with a study that is in its path, in the bin or not. */
export const isOfStudy = ({ path }: Pick<Operation, 'path'>) => path.includes('{study}') || path.includes('{binned}');

const isRole = (need: Need): need is Role => (ROLES as readonly string[]).includes(need);

/** What an operation needs: where its record says nothing, a change needs who edits and a look who reads. */
export function needOf(operation: Asked): Need {
  if (operation.needs) return operation.needs;
  if (!isOfStudy(operation)) return 'person';
  return operation.changes === true ? 'edits' : 'reads';
}

/**
 * Why somebody may not have an operation done; null: they may.
 * @example refusal({ path: '/studies/{study}' }, { isSignedIn: true, role: null, … }) // 'hidden'
 */
export function refusal(operation: Asked, { isSignedIn, isAdministrator, role, protection }: Standing): Refusal | null {
  const need = needOf(operation);
  if (need === 'anybody') return null;
  if (!isSignedIn) return 'signed-out';
  if (need === 'administrator') return isAdministrator ? null : 'forbidden';
  if (need === 'owner-or-administrator' && isAdministrator) return null;
  if (need !== 'person') {
    if (role === null) return 'hidden';
    if (!isEnough(role, isRole(need) ? need : 'owns')) return 'forbidden';
  }
  return operation.showsRows === true && isOfStudy(operation) && !maySeeRows(role, protection) ? 'forbidden' : null;
}
