import type { Crosstab } from './crosstab.js';

/** What several statistics of one table share is worked out once, and forgotten with the table. */
export function perTable<T>(compute: (table: Crosstab) => T): (table: Crosstab) => T {
  const cache = new WeakMap<Crosstab, T>();
  return (table) => {
    let result = cache.get(table);
    if (result === undefined) cache.set(table, (result = compute(table)));
    return result;
  };
}
