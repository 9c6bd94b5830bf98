import type { Db } from './open.js';

/** A row of a file as a list of fields. What it is known by stands first; how long it is may differ from row to row. */
type Flat = readonly unknown[];

function areSame(one: Flat, other: Flat): boolean {
  if (one.length !== other.length) return false;
  for (let k = 0; k < one.length; k++) if (one[k] !== other[k]) return false;
  return true;
}

/**
 * Makes things out of the rows of a file. A thing whose row is as it was when it was read last is the same object as
 * before: of thousands a change makes one anew, and whoever compares them sees at once which are others. They are
 * shared by all who ask, and nobody changes them.
 * @param make gives a thing for a row
 * @example const names = sameRows(([id, name]: [number, string]) => ({ id, name })); names(db, rows)
 */
export function sameRows<F extends Flat, T>(make: (flat: F) => T): (db: Db, flats: readonly F[]) => T[] {
  interface Kept {
    flat: F;
    thing: T;
  }
  // Of the last two readings: a change may be looked at and taken back.
  const known = new WeakMap<Db, readonly ReadonlyMap<unknown, Kept>[]>();
  return (db, flats) => {
    const [last, before] = known.get(db) ?? [];
    const now = new Map<unknown, Kept>();
    for (const flat of flats) {
      const same = [last, before].map((reading) => reading?.get(flat[0])).find((was) => was && areSame(was.flat, flat));
      now.set(flat[0], same ?? { flat, thing: make(flat) });
    }
    known.set(db, last ? [now, last] : [now]);
    return Array.from(now.values(), ({ thing }) => thing);
  };
}
