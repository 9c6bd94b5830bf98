import { forgetStudy, setRole } from '../../store/team/members.js';
import type { Service } from '../context.js';
import type { SignedIn } from './sessions.js';

/** Has a study that somebody made be theirs. */
export function own({ team }: Service, who: SignedIn | null, study: string): void {
  if (!team || !who) return;
  // What an earlier study of this id let others do is not theirs to do in this one.
  forgetStudy(team.db, study);
  setRole(team.db, study, who.person.id, 'owns');
}

/** The same study, which is its maker's from now on. */
export function owned<T extends { id: string }>(service: Service, who: SignedIn | null, study: T): T {
  own(service, who, study.id);
  return study;
}
