import { forgetStudy, membersOf, setRole } from '../../store/team/members.js';
import { removeSharesOf } from '../../store/team/shares.js';
import type { Service } from '../context.js';
import type { SignedIn } from './sessions.js';

/** Has a study that somebody made be theirs. */
export function own({ team }: Service, who: SignedIn | null, study: string): void {
  if (!team || !who) return;
  // What an earlier study of this id let others do is not theirs to do in this one.
  forgetStudy(team.db, study);
  setRole(team.db, study, who.person.id, 'owns');
}

/** Forgets who had a part in a study that is gone for good, and what was shown and offered in it. */
export function forgetPeopleOf({ team }: Pick<Service, 'team'>, study: string): void {
  if (!team) return;
  forgetStudy(team.db, study);
  removeSharesOf(team.db, study);
}

/** Studies in which nobody has a part, as those of a server that one person used before, are somebody's from now on. */
export function ownWhatIsLeft({ team }: Service, person: number, studies: readonly { id: string }[]): void {
  if (!team) return;
  const left = studies.filter(({ id }) => membersOf(team.db, id).length === 0);
  for (const { id } of left) setRole(team.db, id, person, 'owns');
}

/** The same study, which is its maker's from now on. */
export function owned<T extends { id: string }>(service: Service, who: SignedIn | null, study: T): T {
  own(service, who, study.id);
  return study;
}
