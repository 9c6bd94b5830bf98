import { titleOf } from '../../core/codebook/types.js';
import { type Delta, thingsOf } from '../../core/ledger/delta-shape.js';
import { sourcesOf } from '../../core/recode/sources.js';
import { variablesOf } from '../../core/table/sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { layerOf, makerOf } from '../../core/team/layer-id.js';
import { dropUnusedLists } from '../../store/code-lists.js';
import { derivedLists, fit, touchedBy, touchSame } from '../../store/fit.js';
import { allEntries, deltaOf, type EntryRow, removeEntries, removeUndone, setStanding } from '../../store/ledger.js';
import type { Db } from '../../store/open.js';
import {
  addNews,
  lacksColumns,
  ownLayerRow,
  setGround,
  setStandsOn,
  takeColumns,
  takeResults,
  takeStudy,
} from '../../store/own-layer.js';
import { differenceOf, putSide, readState } from '../../store/state.js';
import { studyRow } from '../../store/study.js';
import { withoutWaiting } from '../../store/without-waiting.js';
import { allVariables } from '../../store/variables.js';
import { workingOutcomes } from '../../store/workings.js';
import type { OpenStudy, Service } from '../context.js';
import { transact } from '../transact.js';
import { asChange, type Ground, groundState, rememberGround } from './ground.js';

/** An entry of an own ledger that stands, with what it did. */
interface Own extends EntryRow {
  delta: Delta;
}

const ownEntries = (db: Db): Own[] =>
  allEntries(db).flatMap((entry) => {
    const delta = entry.undone ? null : deltaOf(db, entry.id);
    return delta ? [{ ...entry, delta }] : [];
  });

/** The variables that a change makes use of. */
const usedBy = (delta: Delta): number[] => [
  ...thingsOf(delta, 'working').flatMap(({ after }) => (after?.recipe ? sourcesOf(after.recipe) : [])),
  ...thingsOf(delta, 'table').flatMap(({ after }) =>
    after?.sentence ? variablesOf(sentenceOfBody(after.sentence)) : [],
  ),
];

/** Whether what somebody did in their own layer and what was done beneath it have nothing to do with each other. */
function areApart(own: readonly Own[], beneath: Delta, db: Db): boolean {
  if (own.some(({ leftOut }) => leftOut === 'misfit')) return false;
  const derived = derivedLists(allVariables(db));
  const mine = new Set(own.flatMap(({ delta }) => [...touchedBy(delta, derived)]));
  const gone = new Set(beneath.things.flatMap(({ of, id, after }) => (after === null ? [`${of} ${id}`] : [])));
  const used = own.flatMap(({ delta }) => usedBy(delta)).some((id) => gone.has(`variable ${id}`));
  return !used && !touchSame(mine, touchedBy(beneath, derived));
}

/** Does again what somebody did, as far as it fits what is beneath it now. */
function replay(db: Db, { id, delta, leftOut, words, note }: Own): void {
  if (leftOut === 'chosen') return;
  const before = readState(db);
  const { delta: fitted, misfits } = fit(delta, before);
  if (fitted) putSide(db, fitted, 'after', studyRow(db).respondents);
  dropUnusedLists(db);
  const now = misfits.join('; ');
  if (now !== '' && now !== note) addNews(db, `“${words}” does not fit what is beneath it any more: ${now}.`);
  // What does not fit is kept as it was, and is tried again the next time.
  setStanding(db, id, { leftOut: fitted ? null : 'misfit', note: now, delta: fitted ?? delta });
}

function putBeneath(db: Db, beneath: Delta, own: readonly Own[], accepted: ReadonlySet<number>): void {
  const { respondents } = studyRow(db);
  if (accepted.size === 0 && areApart(own, beneath, db)) {
    putSide(db, beneath, 'after', respondents);
    dropUnusedLists(db);
    return;
  }
  for (const { leftOut, delta } of [...own].reverse()) if (leftOut === null) putSide(db, delta, 'before', respondents);
  putSide(db, beneath, 'after', respondents);
  removeUndone(db);
  removeEntries(db, [...accepted]);
  for (const entry of own) if (!accepted.has(entry.id)) replay(db, entry);
}

/** Own workings as they stand: by which signature, and whether the proof holds. */
const standingOf = (db: Db) =>
  new Map(
    workingOutcomes(db)
      .filter(({ id }) => makerOf(id) !== null)
      .map(({ id, signature, holds }) => [id, { signature, holds }]),
  );

/** Tells whose layer it is which of their workings were worked out again, and what their proofs say now. */
function tell({ db }: OpenStudy, person: number, before: ReturnType<typeof standingOf>): void {
  const variables = allVariables(db);
  for (const [id, { signature, holds }] of standingOf(db)) {
    const was = before.get(id);
    const variable = variables.find(({ workingId }) => workingId === id);
    if (makerOf(id) !== person || !was || !variable || was.signature === signature || was.signature === '') continue;
    const proof = holds
      ? 'its proof holds'
      : was.holds
        ? 'its proof does not hold any more'
        : 'its proof does not hold';
    addNews(db, `What “${titleOf(variable)}” stands on was changed. It was worked out again, and ${proof}.`);
  }
}

/**
 * Brings an own layer up to what it stands on now: what was changed beneath it is taken over, and what somebody did
 * above it is done again as far as it fits, all in one transaction. They are told what does not fit any more, and which
 * of their workings were worked out again.
 * @param accepted entries that the common layer has taken over
 */
export async function bringUp(
  service: Service,
  study: OpenStudy,
  person: number,
  { standsOn, state }: Ground,
  accepted: ReadonlySet<number>,
): Promise<void> {
  const { db } = study;
  const now = state();
  const beneath = differenceOf(groundState(db), now);
  const of = layerOf(study.id).study;
  if (!beneath && accepted.size === 0 && ownLayerRow(db)?.standsOn[of] === standsOn[of]) {
    // Somebody who shows something did something else in their own layer.
    withoutWaiting(db, () => setStandsOn(db, standsOn));
    return;
  }
  // Columns that nothing points at yet; the threads that compute read them.
  if (lacksColumns(db)) withoutWaiting(db, () => takeColumns(db));
  const own = ownEntries(db);
  const before = standingOf(db);
  await transact(service, study, () => {
    takeStudy(db);
    if (beneath || accepted.size > 0) putBeneath(db, beneath ?? { things: [] }, own, accepted);
    takeResults(db);
    if (beneath) setGround(db, standsOn, asChange(now));
    else setStandsOn(db, standsOn);
  });
  if (beneath) rememberGround(db, now);
  tell(study, person, before);
}
