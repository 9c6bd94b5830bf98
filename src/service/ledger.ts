import { byId } from '../core/by-id.js';
import { Fault } from '../core/fault.js';
import type { EntryKind } from '../core/ledger/entry-kinds.js';
import { dropUnusedLists } from '../store/code-lists.js';
import { allEntries, deltaOf, type EntryRow, insertEntry, setUndone } from '../store/ledger.js';
import { differenceOf, putSide, readState } from '../store/state.js';
import { studyRow } from '../store/study.js';
import type { OpenStudy, Service } from './context.js';
import { whoAsks } from './asking.js';
import { checkAllSeen, mergeSeen } from './concurrency.js';
import { change } from './open-study.js';
import { transact } from './transact.js';

/** A change as who made it sees it. */
export interface Changed {
  /** What was done, in words. */
  words: string;
}

/**
 * Does some work on a study, and writes into the ledger what it changed with what followed from it, in one transaction.
 * Work that changes nothing leaves no entry. The work may be done twice, and must come to the same.
 * @throws Fault where it touches what was changed since whoever asks looked; nothing is changed then
 */
export async function record<T>(
  service: Service,
  study: OpenStudy,
  kind: EntryKind,
  words: string,
  work: () => T,
): Promise<T> {
  const { db } = study;
  const before = readState(db);
  const done = await transact(
    service,
    study,
    () => {
      const result = work();
      dropUnusedLists(db);
      const after = readState(db);
      const delta = differenceOf(before, after);
      return { result, after, delta, changed: mergeSeen(study, delta, before) !== null };
    },
    ({ changed, after, delta: asked }) => {
      const now = readState(db);
      const delta = changed ? (now === after ? asked : differenceOf(before, now)) : null;
      if (delta) insertEntry(db, { kind, words, delta, madeBy: whoAsks().name ?? '' });
    },
  );
  return done.result;
}

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

/**
 * Takes entries back, the last first, or does them again in order; what is left out is passed over. In a transaction.
 */
export function walk({ db }: OpenStudy, entries: readonly EntryRow[], undo: boolean): void {
  const { respondents } = studyRow(db);
  for (const { id, words, leftOut } of entries) {
    const delta = deltaOf(db, id);
    if (!delta) {
      throw new Fault('conflict', `“${words}” cannot be taken back.`, 'Go back to an entry after it.', {
        field: 'entry',
      });
    }
    if (leftOut === null) putSide(db, delta, undo ? 'before' : 'after', respondents);
    setUndone(db, id, undo);
  }
  dropUnusedLists(db);
}

/** Where the entries end that are left out right behind one: they go with it. */
function endOf(entries: readonly EntryRow[], at: number): number {
  const next = entries.findIndex(({ leftOut }, k) => k > at && leftOut === null);
  return next < 0 ? entries.length : next;
}

/** The entries that must be walked over to take the last one back, or to do the next one again. */
function wayTo(entries: readonly EntryRow[], undo: boolean): EntryRow[] | null {
  const stands = (entry: EntryRow) => entry.leftOut === null && entry.undone !== undo;
  const at = undo ? entries.findLastIndex(stands) : entries.findIndex(stands);
  if (at < 0 || !entries[at]?.undoable) return null;
  return undo
    ? entries
        .slice(at)
        .filter(({ undone }) => !undone)
        .reverse()
    : entries.slice(0, endOf(entries, at)).filter(({ undone }) => undone);
}

function step(service: Service, study: OpenStudy, undo: boolean): Promise<Changed> {
  return change(service, study, async () => {
    checkAllSeen(study);
    const way = wayTo(allEntries(study.db), undo);
    const entry = way?.findLast(({ leftOut }) => leftOut === null);
    if (!way || !entry) {
      throw new Fault(
        'conflict',
        undo ? 'There is no change to undo.' : 'There is no change to do again.',
        'The ledger lists what was done since the file was taken in.',
      );
    }
    await transact(service, study, () => walk(study, way, undo));
    return { words: entry.words };
  });
}

/** Takes the last entry back. @throws Fault where there is none */
export const undoEntry = (service: Service, study: OpenStudy) => step(service, study, true);

/** Does the entry again that was undone last. @throws Fault where there is none */
export const redoEntry = (service: Service, study: OpenStudy) => step(service, study, false);

/** An entry of the ledger. @throws Fault where there is none */
export function findEntry(entries: readonly EntryRow[], id: number): EntryRow {
  const entry = byId(entries, id);
  if (!entry)
    throw new Fault('not-found', `The ledger has no entry ${id}.`, 'Choose one from the list.', { field: 'entry' });
  return entry;
}

/** Puts the study as it was right after an entry: those after it are undone, or those up to it done again. */
export function goToEntry(service: Service, study: OpenStudy, id: number): Promise<Changed> {
  return change(service, study, async () => {
    checkAllSeen(study);
    const entries = allEntries(study.db);
    const at = findEntry(entries, id);
    const end = endOf(entries, entries.indexOf(at));
    const back = entries
      .slice(end)
      .filter(({ undone }) => !undone)
      .reverse();
    const forth = entries.slice(0, end).filter(({ undone }) => undone);
    await transact(service, study, () => {
      walk(study, back, true);
      walk(study, forth, false);
    });
    return { words: at.words };
  });
}

/** Everything done to a study, in order. Nothing before an entry that stays for good can be taken back. */
export function listEntries({ db }: OpenStudy): EntryRow[] {
  const entries = allEntries(db);
  const last = entries.findLastIndex(({ undoable, undone }) => !undoable && !undone);
  return entries.map((entry, k) => ({ ...entry, undoable: entry.undoable && k > last }));
}
