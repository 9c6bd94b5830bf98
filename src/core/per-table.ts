import type { Crosstab } from './crosstab.js';

/** What several statistics of one table share is worked out once, and forgotten with the table. */
export function perTable<T>(compute: (table: Crosstab) => T): (table: Crosstab) => T {
  const known = new WeakMap<Crosstab, T>();
  return (table) => {
    let found = known.get(table);
    if (found === undefined) known.set(table, (found = compute(table)));
    return found;
  };
}
