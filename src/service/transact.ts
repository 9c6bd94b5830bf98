import { studyRow, touchStudy } from '../store/study.js';
import { inOnePiece } from '../store/unchanged.js';
import { keepRequest } from '../store/requests.js';
import { whoAsks } from './asking.js';
import type { OpenStudy, Service } from './context.js';
import { letOthers } from './in-turns.js';
import { applySettled, isSettled, planSettling, type Settled, type Standing, standingOf } from './settle.js';

/** Thrown to take back what was done to a study, once it is known what would follow from it. */
class TakenBack extends Error {
  constructor(readonly standing: Standing) {
    super('what was done is taken back');
  }
}

/**
 * Does something to a study in one transaction, or takes it back.
 * @param work throws `TakenBack` where it is not to stay
 * @returns what the work gives, or how the study would stand after it
 * @throws what else the work throws; nothing was done then
 */
function doOrTakeBack<T>({ db }: OpenStudy, work: () => T): { done: T } | { standing: Standing } {
  try {
    return { done: inOnePiece(db, work) };
  } catch (error) {
    if (error instanceof TakenBack) return { standing: error.standing };
    throw error;
  }
}

/** How the study would stand after a change; the change itself is taken back. @throws what the work throws */
export function rehearse(study: OpenStudy, work: () => unknown): Standing {
  const rehearsed = doOrTakeBack(study, (): never => {
    work();
    throw new TakenBack(standingOf(study.db));
  });
  if ('done' in rehearsed) throw new Error('a rehearsal was not taken back');
  return rehearsed.standing;
}

/**
 * Makes a change to a study with everything that follows from it, all or nothing. Where workings have to be computed
 * again, the change is taken back at first; they are computed into columns that no variable has; then the change, the
 * results and the study's next revision land in one transaction. A process may end at any instant, or a computation
 * fail: the study is as it was. Called within `change`, which takes away what was computed for nothing.
 * @param work what is done to the study; it may be done twice, and must come to the same both times
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
  const land = (plan: () => readonly Settled[]): T => {
    const done = work();
    applySettled(db, plan());
    last(done);
    const { request } = whoAsks();
    if (request) keepRequest(db, request.key, { fingerprint: request.fingerprint, answer: null });
    if (studyRow(db).revision === revision) touchStudy(db);
    return done;
  };
  const first = doOrTakeBack(study, () =>
    land(() => {
      const standing = standingOf(db);
      if (!isSettled(standing)) throw new TakenBack(standing);
      return [];
    }),
  );
  await letOthers();
  if ('done' in first) return first.done;
  const plan = await planSettling(service, study, first.standing);
  await letOthers();
  const result = inOnePiece(db, () => land(() => plan));
  await letOthers();
  return result;
}
