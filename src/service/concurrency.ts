import { byId } from '../core/by-id.js';
import { mergeCodes } from '../core/codebook/merge-codes.js';
import type { Code } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import { replaceCodes } from '../store/code-lists.js';
import { derivedLists, touchedBy, touchSame } from '../store/fit.js';
import { allEntries, deltaOf, type EntryRow } from '../store/ledger.js';
import { type Delta, type DifferenceOf, thingsOf } from '../core/ledger/delta-shape.js';
import { differenceOf, readState } from '../store/state.js';
import type { StudyState } from '../core/ledger/study-state.js';
import { studyRow } from '../store/study.js';
import type { OpenStudy } from './context.js';

/** Entries that were made, taken back or changed since whoever asks looked. */
function since({ db, seen }: OpenStudy): EntryRow[] {
  if (seen === null || studyRow(db).revision <= seen) return [];
  return allEntries(db).filter(({ revision }) => revision > seen);
}

function stale(entries: readonly EntryRow[]): Fault {
  const text = entries
    .slice(-2)
    .map(({ words, undone, leftOut }) => `${undone ? 'undone: ' : leftOut ? 'left out: ' : ''}${words}`);
  const more = entries.length > 2 ? ` and ${entries.length - 2} more` : '';
  return new Fault(
    'stale',
    `This was changed meanwhile, in another tab or by somebody else: ${text.join('; ')}${more}.`,
    'Look at what it is now, then make your change again, or put yours in its place.',
    { field: 'if-match' },
  );
}

/** Refuses what goes over the whole study where anything was done to it since whoever asks looked. @throws Fault */
export function checkAllSeen(study: OpenStudy): void {
  const entries = since(study);
  if (entries.length > 0) throw stale(entries);
}

/** Code lists whose codes a change changed. */
const listsIn = (delta: Delta | null) =>
  delta ? thingsOf(delta, 'list').filter(({ before, after }) => before?.codes && after?.codes) : [];

/** The codes that a list had before some entries changed it. */
function codesBefore(db: OpenStudy['db'], list: number, entries: readonly EntryRow[]): Code[] | null {
  for (const { id } of entries) {
    const difference = byId(listsIn(deltaOf(db, id)), list);
    if (difference?.before?.codes) return difference.before.codes;
  }
  return null;
}

/** Puts two changes of a code list together, where they changed different codes of it. */
function mergeList(
  { db }: OpenStudy,
  { id, before, after }: DifferenceOf<'list'>,
  entries: readonly EntryRow[],
): boolean {
  const base = codesBefore(db, id, entries);
  if (!base || !before?.codes || !after?.codes) return false;
  const { codes, clashes } = mergeCodes(base, before.codes, after.codes);
  if (clashes.length > 0) return false;
  replaceCodes(db, id, codes);
  return true;
}

/**
 * Looks whether a change touches what was changed since whoever asks looked. What touches other fields stands beside
 * it, and changes of different codes of one list are put together. In the transaction of the change.
 * @returns the change as it stands then
 * @throws Fault where both changed the same
 */
export function mergeSeen(study: OpenStudy, delta: Delta | null, before: StudyState): Delta | null {
  if (!delta) return null;
  const entries = since(study);
  if (entries.length === 0) return delta;
  const derived = derivedLists(before.variable.values());
  const deltas = entries.flatMap(({ id }) => deltaOf(study.db, id) ?? []);
  const theirs = new Set(deltas.flatMap((item) => [...touchedBy(item, derived)]));
  const merged = listsIn(delta).filter(({ id }) => theirs.has(`list ${id} codes`) && !derived.has(id));
  const apart = touchedBy(delta, derived);
  for (const difference of merged)
    if (mergeList(study, difference, entries)) apart.delete(`list ${difference.id} codes`);
  if (touchSame(apart, theirs)) throw stale(entries);
  return merged.length > 0 ? differenceOf(before, readState(study.db)) : delta;
}
