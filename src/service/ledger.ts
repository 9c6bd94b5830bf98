import { Fault } from '../core/fault.js';
import type { EntryKind } from '../core/ledger.js';
import { dropUnusedLists } from '../store/code-lists.js';
import { allEntries, deltaOf, type EntryRow, insertEntry, setDelta, setUndone } from '../store/ledger.js';
import { differenceOf, putSide, readState } from '../store/state.js';
import { studyRow } from '../store/study.js';
import type { OpenStudy, Service } from './context.js';
import { change } from './open-study.js';
import { settle } from './settle.js';

/** A change as who made it sees it. */
export interface Changed {
  /** What was done, in words. */
  words: string;
}

/**
 * Does some work on a study in one transaction, and writes into the ledger what it changed. Work that changes nothing
 * leaves no entry. What stands on it is computed again, and belongs to the entry.
 */
export async function record<T>(service: Service, study: OpenStudy, kind: EntryKind, words: string, work: () => T): Promise<T> {
  const { db } = study;
  const before = readState(db);
  const { result, entry } = db
    .transaction(() => {
      const done = work();
      dropUnusedLists(db);
      const delta = differenceOf(before, readState(db));
      return { result: done, entry: delta && insertEntry(db, kind, words, delta) };
    })
    .immediate();
  if (entry === null) return result;
  await settle(service, study);
  const all = differenceOf(before, readState(db));
  if (all) setDelta(db, entry, all);
  return result;
} // prettier-ignore

/** Makes a change that can be undone; what stands on it is computed again. */
export function changeCodebook(
  service: Service,
  study: OpenStudy,
  plan: () => { words: string; work: () => void },
): Promise<Changed> {
  return change(service, study, async () => {
    const { words, work } = plan();
    await record(service, study, 'codebook', words, work);
    return { words };
  });
}

/** Takes entries back, the last first, or does them again in order. In one transaction. */
function walk({ db }: OpenStudy, entries: readonly EntryRow[], undo: boolean): void {
  const { respondents } = studyRow(db);
  db.transaction(() => {
    for (const { id, words } of entries) {
      const delta = deltaOf(db, id);
      if (!delta) {
        throw new Fault('conflict', `“${words}” cannot be taken back.`, 'Go back to an entry after it.', { field: 'entry' }); // prettier-ignore
      }
      putSide(db, delta, undo ? 'before' : 'after', respondents);
      setUndone(db, id, undo);
    }
    dropUnusedLists(db);
  }).immediate();
}

function step(service: Service, study: OpenStudy, undo: boolean): Promise<Changed> {
  return change(service, study, async () => {
    const entries = allEntries(study.db);
    const found = undo ? entries.findLast(({ undone }) => !undone) : entries.find(({ undone }) => undone);
    if (!found || (undo && !found.undoable)) {
      throw new Fault(
        'conflict',
        undo ? 'There is no change to undo.' : 'There is no change to do again.',
        'The ledger lists what was done since the file was taken in.',
      );
    }
    walk(study, [found], undo);
    await settle(service, study);
    return { words: found.words };
  });
}

/** Takes the last entry back. @throws Fault where there is none */
export const undoEntry = (service: Service, study: OpenStudy) => step(service, study, true);

/** Does the entry again that was undone last. @throws Fault where there is none */
export const redoEntry = (service: Service, study: OpenStudy) => step(service, study, false);

/** Puts the study as it was right after an entry: those after it are undone, or those up to it done again. */
export function goToEntry(service: Service, study: OpenStudy, id: number): Promise<Changed> {
  return change(service, study, async () => {
    const entries = allEntries(study.db);
    const at = entries.find((entry) => entry.id === id);
    if (!at) throw new Fault('not-found', `The ledger has no entry ${id}.`, 'Choose one from the list.', { field: 'entry' });
    const back = entries.filter((entry) => entry.id > id && !entry.undone).reverse();
    const forth = entries.filter((entry) => entry.id <= id && entry.undone);
    walk(study, back, true);
    walk(study, forth, false);
    await settle(service, study);
    return { words: at.words };
  });
} // prettier-ignore

/** Everything done to a study, in order. */
export const listEntries = ({ db }: OpenStudy): EntryRow[] => allEntries(db);
