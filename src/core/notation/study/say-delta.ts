import type { EntryKind } from '../../ledger/entry-kinds.js';
import { type Delta, type Part, thingsOf } from '../../ledger/delta-shape.js';
import { and, plural } from '../../words.js';

const NOUNS: readonly (readonly [Part, string])[] = [
  ['variable', 'variable'],
  ['working', 'working'],
  ['list', 'code list'],
  ['table', 'table'],
  ['binder', 'binder'],
  ['mark', 'coding'],
];

/**
 * What a change of the text changed, as an entry of the ledger says it.
 * It is such as "Changed the text: 2 variables and 1 table".
 */
export function sayDelta(delta: Delta): string {
  const counts = NOUNS.flatMap(([part, noun]) => {
    const count = thingsOf(delta, part).length;
    return count === 0 ? [] : [plural(count, noun)];
  });
  return `Changed the text: ${counts.length === 0 ? 'the order of variables' : and(counts)}`;
}

/** What an entry is about that a change of the text makes. */
export function kindOfDelta(delta: Delta): EntryKind {
  const parts = new Set(delta.things.map(({ of }) => of));
  if (parts.has('working') || parts.has('mark')) return 'working';
  return parts.has('variable') || parts.has('list') || delta.order !== undefined ? 'codebook' : 'table';
}
