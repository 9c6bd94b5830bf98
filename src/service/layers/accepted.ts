import { allEntries } from '../../store/ledger.js';
import { offersOf } from '../../store/team/offers.js';
import type { OpenStudy } from '../context.js';
import type { Team } from '../team/team.js';

/** Entries of an own ledger that the common layer has taken over, and that still stand in the own one. */
export function acceptedOf(team: Team, study: string, person: number, { db }: OpenStudy): ReadonlySet<number> {
  const taken = new Set(
    offersOf(team.db, study)
      .filter(({ owner, state }) => owner === person && state === 'accepted')
      .flatMap(({ entries }) => entries.map(({ id }) => id)),
  );
  if (taken.size === 0) return taken;
  return new Set(allEntries(db).flatMap(({ id }) => (taken.has(id) ? [id] : [])));
}
