import { studyRow, touchStudy } from '../store/study.js';
import { inOnePiece } from '../store/unchanged.js';
import { keepRequest } from '../store/requests.js';
import { whoAsks } from './asking.js';
import type { OpenStudy, Service } from './context.js';
import { letOthers } from './in-turns.js';
import { applySettled, planSettling, type Standing, standingOf } from './settle.js';

/** Thrown to take a rehearsal back. */
const REHEARSED = new Error('a rehearsal is taken back');

/** How the study would stand after a change; the change itself is taken back. @throws what the work throws */
export function rehearse({ db }: OpenStudy, work: () => unknown): Standing {
  const seen: Standing[] = [];
  try {
    inOnePiece(db, () => {
      work();
      seen.push(standingOf(db));
      throw REHEARSED;
    });
  } catch (error) {
    if (error !== REHEARSED) throw error;
  }
  const [standing] = seen;
  if (!standing) throw new Error('a rehearsal left nothing');
  return standing;
}

/**
 * Makes a change to a study with everything that follows from it, all or nothing. The change is rehearsed and taken
 * back; what stands on it is computed into columns that no variable has; then the change, the results and the study's
 * next revision land in one transaction. A process may end at any instant, or a computation fail: the study is as it
 * was. Called within `change`, which takes away what was computed for nothing.
 * @param work what is done to the study; it is done twice, and must come to the same both times
 * @param last what is done behind the results, in the same transaction
 * @throws what the work throws, or a working that cannot be computed for another reason than its sources
 */
export async function transact<T>(
  service: Service,
  study: OpenStudy,
  work: () => T,
  last: (done: T) => void = () => undefined,
): Promise<T> {
  const { db } = study;
  const { revision } = studyRow(db);
  // A change of thousands of entries takes some time: others are answered between its steps.
  await letOthers();
  const standing = rehearse(study, work);
  const plan = await planSettling(service, study, standing);
  await letOthers();
  const result = inOnePiece(db, () => {
    const done = work();
    applySettled(db, plan);
    last(done);
    const { request } = whoAsks();
    if (request) keepRequest(db, request.key, { fingerprint: request.fingerprint, answer: null });
    if (studyRow(db).revision === revision) touchStudy(db);
    return done;
  });
  await letOthers();
  return result;
}
