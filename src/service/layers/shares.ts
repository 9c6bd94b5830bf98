import type { SharedPart } from '../../core/team/shared-parts.js';
import { Fault } from '../../core/fault.js';
import { layerOf, makerOf } from '../../core/team/layer-id.js';
import { readState } from '../../store/state.js';
import { roleIn } from '../../store/team/members.js';
import { insertShare, removeShare, type ShareRow, sharesOf } from '../../store/team/shares.js';
import type { OpenStudy } from '../context.js';
import { findPerson } from '../team/people.js';
import type { Team } from '../team/team.js';

/** Whose layer it is. @throws Fault where it is the common one */
export function ownerOf({ id }: Pick<OpenStudy, 'id'>): { study: string; person: number } {
  const { study, person } = layerOf(id);
  if (person !== null) return { study, person };
  throw new Fault('unsupported', 'That is the common layer, which is there for all.', 'Go to your own layer.', {
    field: 'study',
  });
}

/** A thing of an own layer that is to be shown. */
export interface Sharing {
  part: SharedPart;
  thing: number;
  /** To whom; null: to everybody who has a layer in the study. */
  shownTo: number | null;
}

/**
 * Shows a thing of one's own layer to somebody, with all of one's own that it stands on.
 * @throws Fault where it is not one's own, or they have no layer in the study
 */
export function share(team: Team, study: OpenStudy, { part, thing, shownTo }: Sharing): ShareRow[] {
  const { study: of, person } = ownerOf(study);
  if (!readState(study.db)[part].has(thing) || makerOf(thing) !== person) {
    const mend = 'Choose one that you made in your own layer.';
    throw new Fault('not-found', `There is no ${part} ${thing} of your own.`, mend, { field: 'thing' });
  }
  if (shownTo !== null) {
    const { name } = findPerson(team, shownTo);
    const role = roleIn(team.db, of, shownTo);
    if (role === null || role === 'reads' || shownTo === person) {
      const mend = 'Choose somebody who tabulates, edits or owns here.';
      throw new Fault('conflict', `${name} has no layer of their own in this study.`, mend, { field: 'shownTo' });
    }
  }
  insertShare(team.db, of, { owner: person, part, thing, shownTo });
  return sharesOf(team.db, of, person);
}

/** Shows a thing no more. @throws Fault where it is not shown */
export function unshare(team: Team, study: OpenStudy, id: number): ShareRow[] {
  const { study: of, person } = ownerOf(study);
  if (removeShare(team.db, of, person, id)) return sharesOf(team.db, of, person);
  throw new Fault('not-found', `Nothing is shown as ${id}.`, 'Choose one from the list.', { field: 'share' });
}
