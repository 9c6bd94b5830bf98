import { titleOf } from '../../core/codebook/types.js';
import { Fault } from '../../core/fault.js';
import { thingsOf } from '../../core/ledger/delta-shape.js';
import { sourcesOf } from '../../core/recode/sources.js';
import { variablesOf } from '../../core/table/sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { dropUnusedLists } from '../../store/code-lists.js';
import { fit } from '../../store/fit.js';
import { allEntries, deltaOf } from '../../store/ledger.js';
import { putSide, readState } from '../../store/state.js';
import { studyRow } from '../../store/study.js';
import { allTables } from '../../store/tables.js';
import { decideOffer, insertOffer, offerById, type OfferRow, offersOf } from '../../store/team/offers.js';
import { allVariables } from '../../store/variables.js';
import { provedWorkings } from '../../store/workings.js';
import type { OpenStudy, Service } from '../context.js';
import { record } from '../ledger.js';
import { change } from '../open-study.js';
import { planSettling } from '../settle.js';
import type { Team } from '../team/team.js';
import { rehearse } from '../transact.js';
import { ownerOf } from './shares.js';

/** What the common layer would be with an offer in it. */
export interface Review {
  /** Variables, tables and binders that it would have anew. */
  made: string[];
  /** What would be another there. */
  changed: string[];
  /** What does not fit there, and why. */
  misfits: string[];
  /** Workings that would be worked out, with whether their proofs would hold; `held`: null where it is new. */
  workings: { title: string; holds: boolean; held: boolean | null; findings: { text: string; holds: boolean }[] }[];
  /** Kept tables of the common layer that use what would be another. */
  tables: string[];
}

/** @throws Fault where there is no such offer in the study */
export function findOffer(team: Team, study: string, id: number): OfferRow {
  const offer = offerById(team.db, id);
  if (offer?.study === study) return offer;
  throw new Fault('not-found', `There is no offer ${id}.`, 'Choose one from the list.', { field: 'offer' });
}

function mustBeOpen({ state, words }: OfferRow): void {
  if (state === 'open') return;
  throw new Fault('conflict', `“${words}” was ${state} already.`, 'Look at the list as it is now.', { field: 'offer' });
}

/**
 * Offers entries of one's own ledger to the common layer.
 * @throws Fault where there is no such entry, or it does not stand
 */
export function offer(team: Team, study: OpenStudy, ids: readonly number[], note: string): OfferRow {
  const { study: of, person } = ownerOf(study);
  const entries = allEntries(study.db).filter(({ id }) => ids.includes(id));
  const offered = entries.flatMap(({ id, words, undone, leftOut }) => {
    const delta = undone || leftOut !== null ? null : deltaOf(study.db, id);
    return delta ? [{ id, words, delta }] : [];
  });
  if (offered.length === 0 || offered.length < new Set(ids).size) {
    const mend = 'Choose entries of your own ledger that are neither undone nor left out.';
    throw new Fault('invalid', 'Not all of these entries stand in your layer.', mend, { field: 'entries' });
  }
  const open = offersOf(team.db, of).find(
    ({ owner, state, entries: theirs }) =>
      owner === person && state === 'open' && theirs.some(({ id }) => ids.includes(id)),
  );
  if (open)
    throw new Fault('conflict', `“${open.words}” is offered already.`, 'Withdraw it first.', { field: 'entries' });
  const [first] = offered;
  const words = offered.length === 1 ? (first?.words ?? '') : `${first?.words ?? ''}; and ${offered.length - 1} more`;
  const id = insertOffer(team.db, { study: of, owner: person, words, note: note.trim(), entries: offered });
  return findOffer(team, of, id);
}

/** Puts what is offered into the study, as far as it fits. In a transaction. @returns what does not */
function putOffered({ db }: OpenStudy, { entries }: OfferRow): string[] {
  const misfits = entries.flatMap(({ delta }) => {
    const fitted = fit(delta, readState(db));
    if (fitted.delta) putSide(db, fitted.delta, 'after', studyRow(db).respondents);
    return fitted.misfits;
  });
  dropUnusedLists(db);
  return [...new Set(misfits)];
}

/** Titles of what an offer makes, and of what it makes another. */
function touchedIn({ entries }: OfferRow, { db }: OpenStudy): { made: string[]; changed: string[]; ids: Set<number> } {
  const variables = allVariables(db);
  const deltas = entries.map(({ delta }) => delta);
  const things = deltas.flatMap((delta) => thingsOf(delta, 'variable'));
  const lists = new Set(deltas.flatMap((delta) => thingsOf(delta, 'list').map(({ id }) => id)));
  const made = things.flatMap(({ before, after }) =>
    before === null && after ? [titleOf({ name: after.name ?? '', label: after.label ?? '' })] : [],
  );
  const isTouched = (id: number, list: number | null) =>
    things.some((thing) => thing.id === id && thing.before !== null) || (list !== null && lists.has(list));
  const others = variables.filter(({ id, codeListId }) => isTouched(id, codeListId));
  const titles = deltas.flatMap((delta) => [
    ...thingsOf(delta, 'table').flatMap(({ after }) => (after?.title === undefined ? [] : [`table “${after.title}”`])),
    ...thingsOf(delta, 'binder').flatMap(({ after }) => (after?.name === undefined ? [] : [`binder “${after.name}”`])),
  ]);
  return {
    made: [...new Set([...made, ...titles])],
    changed: others.map(titleOf),
    ids: new Set(others.map(({ id }) => id)),
  };
}

/** Everything that stands on some variables, with them. */
function standingOnThem({ db }: OpenStudy, ids: ReadonlySet<number>): Set<number> {
  const variables = allVariables(db);
  const reached = new Set(ids);
  let size = -1;
  while (size < reached.size) {
    size = reached.size;
    for (const { id, recipe } of provedWorkings(db)) {
      const variable = variables.find(({ workingId }) => workingId === id);
      if (variable && sourcesOf(recipe).some((source) => reached.has(source))) reached.add(variable.id);
    }
  }
  return reached;
}

/**
 * What would change in the common layer with an offer in it: nothing is changed, and its workings are worked out on the
 * study's own data as they would be then.
 */
export async function reviewOffer(service: Service, study: OpenStudy, offered: OfferRow): Promise<Review> {
  const { db } = study;
  const misfits: string[] = [];
  const held = new Map(provedWorkings(db).map(({ id, proof }) => [id, proof.holds]));
  const { made, changed, ids } = touchedIn(offered, study);
  const standing = rehearse(study, () => {
    misfits.splice(0, misfits.length, ...putOffered(study, offered));
  });
  const plan = await planSettling(service, study, standing);
  const reached = standingOnThem(study, ids);
  const titleBy = new Map(standing.variables.map((variable) => [variable.workingId, titleOf(variable)]));
  return {
    made,
    changed,
    misfits,
    workings: plan.map(({ working, result }) => ({
      title: titleBy.get(working) ?? `working ${working}`,
      holds: result.proof.holds,
      held: held.get(working) ?? null,
      findings: result.proof.findings.map(({ title, text, holds }) => ({ text: `${title}: ${text}`, holds })),
    })),
    tables: allTables(db)
      .filter(({ sentence }) => variablesOf(sentenceOfBody(sentence)).some((id) => reached.has(id)))
      .map(({ title }) => title),
  };
}

/** Takes an offer into the common layer: an entry of its ledger like any other. @throws Fault where it does not fit */
export function acceptOffer(
  service: Service,
  team: Team,
  study: OpenStudy,
  id: number,
  { by, owner }: { by: string; owner: string },
): Promise<OfferRow> {
  return change(service, study, async () => {
    const offered = findOffer(team, study.id, id);
    mustBeOpen(offered);
    await record(service, study, 'codebook', `Took over from ${owner}: ${offered.words}`, () => {
      const misfits = putOffered(study, offered);
      if (misfits.length === 0) return;
      const mend = 'Have it mended in the layer that it comes from, and offered again.';
      throw new Fault('conflict', `It does not fit: ${misfits.join('; ')}.`, mend, { field: 'offer' });
    });
    decideOffer(team.db, id, { state: 'accepted', answer: '', decidedBy: by });
    return findOffer(team, study.id, id);
  });
}

/** Declines an offer, or takes one's own back. @throws Fault where it was decided */
export function closeOffer(
  team: Team,
  study: string,
  id: number,
  { state, answer, by }: { state: 'declined' | 'withdrawn'; answer: string; by: string },
): OfferRow {
  mustBeOpen(findOffer(team, study, id));
  decideOffer(team.db, id, { state, answer: answer.trim(), decidedBy: by });
  return findOffer(team, study, id);
}
