import { byId } from '../core/by-id.js';
import { randomBytes } from 'node:crypto';
import { type Code, LEVEL_WORDS, titleOf } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import { checkRecipe } from '../core/recode/check.js';
import type { Recipe } from '../core/recode/recipe-shape.js';
import { dropUnusedLists } from '../store/code-lists.js';
import { amend, type Amending, fit } from '../store/fit.js';
import { allEntries, deltaOf, type EntryRow, setDelta, setLeftOut, setUndone, setWords } from '../store/ledger.js';
import { type Delta, fieldsOf, thingsOf, type VariableState } from '../core/ledger/delta-shape.js';
import { differenceOf, putSide, readState } from '../store/state.js';
import { closeForMove, openStudyFile, removeStudyFile } from '../store/open.js';
import { studyRow, touchStudy } from '../store/study.js';
import type { SavedTableRow } from '../store/tables.js';
import { allVariables } from '../store/variables.js';
import { allWorkings } from '../store/workings.js';
import type { OpenStudy, Service } from './context.js';
import { checkCodes } from './edit-variable.js';
import { type Changed, findEntry, walk } from './ledger.js';
import { checkLevel } from './levels.js';
import { checkAllSeen } from './concurrency.js';
import { change } from './open-study.js';
import { soundness } from './roster.js';
import { replaceFile } from './replace-file.js';
import { settle } from './settle.js';
import { sayDraft } from './workings.js';

/** What a thing of an entry is to be after it, field by field; only what the entry changed can be another. */
type AmendedThing =
  | ({ of: 'variable'; id: number } & {
      [K in 'name' | 'label' | 'question' | 'note' | 'group' | 'level']?: VariableState[K] | undefined;
    })
  | { of: 'list'; id: number; name?: string | undefined; codes?: Code[] | undefined }
  | { of: 'working'; id: number; recipe: Recipe }
  | ({ of: 'table'; id: number } & { [K in 'title' | 'sentence' | 'shown']?: SavedTableRow[K] | undefined });

/** What becomes of an entry in the middle of the ledger; what follows it is replayed. */
export type Amendment = { is: 'left-out' } | { is: 'put-in' } | { is: 'changed'; things: AmendedThing[] };

export interface Amended extends Changed {
  /** How many entries were replayed. */
  replayed: number;
  /** Those that no longer fit, with why: all of one, or a part. */
  misfits: { entry: number; words: string; why: string; whole: boolean }[];
  /** Workings whose proofs held before, and do not now. */
  failing: { variable: number; title: string }[];
}

/** Checks what an entry is to do in place of what it did. @throws Fault naming what cannot be */
function checkAmendment({ db }: OpenStudy, delta: Delta, things: readonly AmendedThing[]): Amending[] {
  return things.map((thing): Amending => {
    const { of, id, ...given } = thing;
    const fields = Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined));
    const mine = delta.things.find((difference) => difference.of === of && difference.id === id);
    const after = mine ? fieldsOf(mine.after) : null;
    const other = Object.keys(fields).find((field) => after?.[field] === undefined);
    if (!mine?.after || other !== undefined) {
      throw new Fault(
        'invalid',
        `The entry did not change ${other === undefined ? `the ${of} ${id}` : `“${other}” of the ${of} ${id}`}.`,
        'Change what it changed, or make a new change.',
        { field: 'things' },
      );
    }
    if (thing.of === 'working')
      checkRecipe(
        thing.recipe,
        allVariables(db).map(({ name }) => name),
      );
    if (thing.of === 'list' && thing.codes) checkCodes(thing.codes);
    if (thing.of === 'variable') {
      const variable = byId(allVariables(db), id);
      if (thing.level !== undefined && variable) checkLevel(db, variable.columnId, thing.level, titleOf(variable));
      const name = thing.name?.trim();
      if (name === '')
        throw new Fault('invalid', 'The variable would be without a name.', 'Write one.', { field: 'name' });
      if (name !== undefined && allVariables(db).some((candidate) => candidate.id !== id && candidate.name === name)) {
        throw new Fault('conflict', `The study already has a variable ${name}.`, 'Choose another name.', {
          field: 'name',
        });
      }
    }
    // The fields that were given are those of a thing of this kind.
    return { of, id, fields };
  });
}

/** What an entry did, said anew; where its words do not tell what was changed, they stay. */
function sayAnew({ db }: OpenStudy, words: string, delta: Delta, things: readonly AmendedThing[]): string {
  const variables = allVariables(db);
  const made = thingsOf(delta, 'variable').filter(({ after }) => after?.workingId != null);
  for (const thing of things) {
    if (thing.of === 'table' && thing.title !== undefined) return words.replace(/“[^]*”/, `“${thing.title}”`);
    const isMade = thing.of === 'variable' && made.some(({ id }) => id === thing.id);
    if (thing.of === 'working' || isMade) {
      const [working, ...others] = thingsOf(delta, 'working');
      const recipe = working?.after?.recipe;
      if (!recipe || others.length > 0) return words;
      const verb = words.split(' ')[0] ?? 'Made';
      const maker = variables.find(({ workingId }) => workingId === thing.id);
      const { label = '', name = '' } = made[0]?.after ?? maker ?? {};
      return `${verb} ${sayDraft({ label, name, recipe }, variables)}`;
    }
    if (thing.of === 'variable' && delta.things.length === 1) {
      const { label, name, question, note, group, level } = thing;
      const text = level === undefined ? (name ?? label ?? question ?? note ?? group) : LEVEL_WORDS[level];
      if (text !== undefined) return `${words.split(':')[0] ?? words}: ${level === undefined ? `“${text}”` : text}`;
    }
  }
  return words;
}

/** Does an entry again on what the study is now, as far as it fits, and writes down what it did. */
async function replay(service: Service, study: OpenStudy, { id }: EntryRow): Promise<void> {
  const { db } = study;
  const delta = deltaOf(db, id);
  if (!delta) throw new Error(`entry ${id} has nothing to be done again`);
  const before = readState(db);
  const { delta: fitted, misfits } = fit(delta, before);
  const note = misfits.length > 0 ? `${misfits.join('; ')}.`.replace(/^./, (sign) => sign.toUpperCase()) : '';
  db.transaction(() => {
    if (fitted) putSide(db, fitted, 'after', studyRow(db).respondents);
    dropUnusedLists(db);
    setUndone(db, id, false);
    setLeftOut(db, id, fitted ? null : 'misfit', note);
  }).immediate();
  if (!fitted) return;
  await settle(service, study);
  setDelta(db, id, differenceOf(before, readState(db)) ?? { things: [] });
}

/** Refuses what cannot be changed in the middle. @throws Fault */
function checkAmendable(at: EntryRow, later: readonly EntryRow[]): void {
  const barrier = [at, ...later].findLast(({ undoable }) => !undoable);
  if (barrier)
    throw new Fault(
      'conflict',
      `“${barrier.words}” cannot be taken back, so what came before it stays.`,
      'Make a new change, or change an entry after it.',
      { field: 'entry' },
    );
  if (at.undone)
    throw new Fault('conflict', `“${at.words}” is undone.`, 'Do it again first, then change it.', { field: 'entry' });
}

/** Walks back, makes the entry in its new form and replays what follows, on a copy that nobody sees. */
async function amendCopy(service: Service, study: OpenStudy, id: number, amendment: Amendment): Promise<Amended> {
  const { db } = study;
  const entries = allEntries(db);
  const at = findEntry(entries, id);
  const later = entries.filter((entry) => entry.id > id && !entry.undone);
  const original = deltaOf(db, id) ?? { things: [] };
  const held = new Set(
    allVariables(db)
      .map((variable) => variable.id)
      .filter(soundness(allVariables(db), allWorkings(db))),
  );
  db.transaction(() => walk(study, [...later].reverse().concat(at), true)).immediate();
  await apply(service, study, at, original, amendment);
  for (const entry of later) {
    if (entry.leftOut === 'chosen') setUndone(db, entry.id, false);
    else await replay(service, study, entry);
  }
  await settle(service, study);
  touchStudy(db);
  const now = allEntries(db);
  const replayed = new Set([id, ...later.map((entry) => entry.id)]);
  const sound = soundness(allVariables(db), allWorkings(db));
  return {
    words: findEntry(now, id).words,
    replayed: later.length,
    misfits: now
      .filter((entry) => replayed.has(entry.id) && entry.note !== '')
      .map(({ id: entry, words, note, leftOut }) => ({ entry, words, why: note, whole: leftOut !== null })),
    failing: allVariables(db)
      .filter((variable) => held.has(variable.id) && !sound(variable.id))
      .map((variable) => ({ variable: variable.id, title: titleOf(variable) })),
  };
}

/**
 * Changes an entry in the middle of the ledger, leaves it out, or takes it in again, and replays what follows. What no
 * longer fits is left out, with why, and is tried again the next time. It is done on a copy of the study, which takes
 * its place when all of it is done: a process that ends in the middle, or a failure, leaves the study as it was.
 * @throws Fault where the entry cannot be changed so; nothing is changed then
 */
export function amendEntry(service: Service, study: OpenStudy, id: number, amendment: Amendment): Promise<Amended> {
  return change(service, study, async () => {
    checkAllSeen(study);
    const entries = allEntries(study.db);
    const at = findEntry(entries, id);
    checkAmendable(
      at,
      entries.filter((entry) => entry.id > id && !entry.undone),
    );
    const file = `${study.file}.part-${randomBytes(6).toString('hex')}`;
    try {
      await service.run('copy', { from: study.file, to: file });
      const db = openStudyFile(file);
      const copy: OpenStudy = { id: '', file, db, queue: { last: Promise.resolve() }, seen: null };
      try {
        const amended = await amendCopy(service, copy, id, amendment);
        await service.forget(file);
        closeForMove(db);
        await replaceFile(service, study, file);
        return amended;
      } finally {
        if (db.open) {
          await service.forget(file);
          db.close();
        }
      }
    } finally {
      removeStudyFile(file);
    }
  });
}

/** Does an entry in its new form, on the study as it was before it. */
async function apply(
  service: Service,
  study: OpenStudy,
  at: EntryRow,
  original: Delta,
  amendment: Amendment,
): Promise<void> {
  const { db } = study;
  if (amendment.is === 'left-out') {
    setUndone(db, at.id, false);
    setLeftOut(db, at.id, 'chosen', '');
    return;
  }
  const things = amendment.is === 'changed' ? amendment.things : [];
  const delta = amend(original, checkAmendment(study, original, things));
  const [misfit] = fit(delta, readState(db)).misfits;
  if (misfit !== undefined && amendment.is === 'changed') {
    throw new Fault(
      'conflict',
      `The entry would not fit there: ${misfit}.`,
      'Choose what was there when it was made.',
      { field: 'things' },
    );
  }
  setDelta(db, at.id, delta);
  await replay(service, study, at);
  if (amendment.is === 'changed') setWords(db, at.id, sayAnew(study, at.words, delta, things));
}
