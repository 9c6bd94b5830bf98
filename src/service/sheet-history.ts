import { thingsOf } from '../core/ledger/delta-shape.js';
import { sheetChanges } from '../core/recode/theme/sheet-changes.js';
import { allEntries, deltaOf, entriesNaming } from '../store/ledger.js';
import type { OpenStudy } from './context.js';

/** A time at which a code sheet was changed, and what was changed of it, in words. */
export interface SheetChange {
  entry: number;
  madeAt: string;
  words: string[];
}

/**
 * How the code sheet of a working came to be what it is, by the entries of the ledger that stand, the last one first.
 * @param working an id; of one that has no code sheet there is nothing to tell
 */
export function sheetHistory({ db }: OpenStudy, working: number): SheetChange[] {
  // Codings of answers are many, and change no sheet.
  const ofWorkings = entriesNaming(db, 'working');
  const changes = allEntries(db).flatMap(({ id, madeAt, undone, undoable, leftOut }): SheetChange[] => {
    if (!ofWorkings.has(id) || undone || !undoable || leftOut !== null) return [];
    const things = thingsOf(deltaOf(db, id) ?? { things: [] }, 'working').filter((thing) => thing.id === working);
    const words = things.flatMap(({ before, after }) => {
      const [old, now] = [before?.recipe, after?.recipe];
      if (now?.kind !== 'theme') return [];
      return sheetChanges(old?.kind === 'theme' ? old.themes : [], now.themes);
    });
    return words.length > 0 ? [{ entry: id, madeAt, words }] : [];
  });
  return changes.reverse();
}
