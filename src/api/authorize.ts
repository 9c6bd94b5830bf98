import { Fault } from '../core/fault.js';
import { maySeeRows, USUAL_PROTECTION } from '../core/team/protection.js';
import { layerOf } from '../core/team/layer-id.js';
import { isEnough, isRole, type Role } from '../core/team/roles.js';
import type { Service } from '../service/context.js';
import { notThere } from '../service/open-study.js';
import { protectionIn } from '../service/team/members.js';
import { roleOf } from '../service/team/role-of.js';
import type { SignedIn } from '../service/team/sessions.js';
import { mayUseIntake } from '../service/team/intakes.js';
import { needOf, refusal, type Standing } from './need.js';
import type { Operation } from './operation.js';

type Params = Readonly<Record<string, string>>;

/** The study that is in a path, in the bin or not; null: none is. */
export const studyIn = (params: Params): string | null => params['study'] ?? params['binned'] ?? null;

const SIGN_IN = new Fault('signed-out', 'Nobody is signed in.', 'Sign in at /sign-in; a program shows its token.');

const COMMON_ONLY = new Fault(
  'unsupported',
  'That is done to the study as a whole, and not to a layer of your own.',
  'Do it in the common layer.',
);

function forbidden(operation: Operation, layer: Standing['layer'], role: Role | null): Fault {
  const need = needOf(operation, layer);
  if (need === 'administrator')
    return new Fault('forbidden', 'That is for who administers the server.', 'Ask an administrator.');
  const mend = 'Whoever owns the study can change that.';
  const needed = isRole(need) ? need : 'owns';
  const message = isEnough(role, needed)
    ? `This study does not show respondents one by one to who ${role ?? ''}.`
    : `That takes somebody who ${needed} in this study; you are one who ${role ?? ''}.`;
  return new Fault('forbidden', message, mend);
}

/**
 * Looks whether somebody may have an operation done. Where one person is alone, everything may be.
 * @returns whether they may see respondents one by one
 * @throws Fault where they may not: a study in which they have no part is as one that is not there
 */
export function authorize(service: Service, who: SignedIn | null, operation: Operation, params: Params): boolean {
  const { team } = service;
  if (!team) return true;
  const study = studyIn(params);
  const { study: of, person } = layerOf(study ?? '');
  const role = who && study !== null ? roleOf(team, of, who.person.id) : null;
  const protection = study === null ? USUAL_PROTECTION : protectionIn(team, of);
  const layer = person === null ? 'common' : person === who?.person.id ? 'own' : 'foreign';
  const isAdministrator = who?.person.administrator === true;
  const why = refusal(operation, { isSignedIn: who !== null, isAdministrator, role, protection, layer });
  if (why === 'signed-out') throw SIGN_IN;
  if (why === 'hidden') throw notThere(study ?? '');
  if (why === 'common-only') throw COMMON_ONLY;
  if (why === 'forbidden') throw forbidden(operation, layer, role);
  const intake = params['intake'];
  if (intake !== undefined && who && !mayUseIntake(team, intake, who.person)) {
    throw new Fault('not-found', `There is no intake "${intake.slice(0, 64)}".`, 'Send the file again.', {
      field: 'intake',
    });
  }
  return study === null || maySeeRows(role, protection);
}
