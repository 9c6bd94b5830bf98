import { maySeeRows, type Protection } from '../core/team/protection.js';
import { isEnough, isRole, type Role } from '../core/team/roles.js';
import type { Operation } from './operation.js';

/**
 * What somebody must be to have an operation done: anybody at all, anybody who is signed in, who administers the
 * server, or who has a role in the study that is in the path.
 */
export type Need = 'anybody' | 'person' | 'administrator' | 'owner-or-administrator' | Role;

/** Who asks, as far as it matters to what they may do. */
export interface Standing {
  isSignedIn: boolean;
  isAdministrator: boolean;
  /** In the study that is in the path; null: none. */
  role: Role | null;
  protection: Protection;
  /** The layer in the path: the common one, one's own, or somebody else's. */
  layer: 'common' | 'own' | 'foreign';
}

/** Why somebody may not have an operation done; `hidden`: they are not even told that there is such a study. */
export type Refusal = 'signed-out' | 'hidden' | 'forbidden' | 'common-only';

type Asked = Pick<Operation, 'path' | 'changes' | 'needs' | 'showsRows' | 'common'>;

/** Whether an operation works with a study that is in its path, in the bin or not. */
export const isOfStudy = ({ path }: Pick<Operation, 'path'>) => path.includes('{study}') || path.includes('{binned}');

/**
 * What an operation needs: where its record says nothing, a look needs who reads, a change of the common layer who
 * edits, and anything in one's own layer who tabulates.
 */
export function needOf(operation: Asked, layer: Standing['layer'] = 'common'): Need {
  if (!isOfStudy(operation)) return operation.needs ?? 'person';
  if (layer !== 'common') return 'tabulates';
  return operation.needs ?? (operation.changes === true ? 'edits' : 'reads');
}

/** Whether an operation is one of the study as a whole, and not of a layer of it. */
const isCommonOnly = ({ common, needs }: Pick<Operation, 'common' | 'needs'>): boolean =>
  common ?? (needs === 'owns' || needs === 'owner-or-administrator');

/**
 * Why somebody may not have an operation done; null: they may.
 * @example refusal({ path: '/studies/{study}' }, { isSignedIn: true, role: null, … }) // 'hidden'
 */
export function refusal(operation: Asked, standing: Standing): Refusal | null {
  const { isSignedIn, isAdministrator, role, protection, layer } = standing;
  const need = needOf(operation, layer);
  if (need === 'anybody') return null;
  if (!isSignedIn) return 'signed-out';
  if (need === 'administrator') return isAdministrator ? null : 'forbidden';
  if (need === 'owner-or-administrator' && isAdministrator && layer === 'common') return null;
  if (need !== 'person') {
    if (role === null || layer === 'foreign') return 'hidden';
    if (layer === 'own' && isCommonOnly(operation)) return 'common-only';
    if (!isEnough(role, isRole(need) ? need : 'owns')) return 'forbidden';
  }
  return operation.showsRows === true && isOfStudy(operation) && !maySeeRows(role, protection) ? 'forbidden' : null;
}
