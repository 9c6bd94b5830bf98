/**
 * By what something stands that is sorted by a value, the least key first: the largest value first, or the smallest;
 * what has none stands last either way.
 * @example [3, null, 5].map((value) => sortKey(value, false)) // [-3, Infinity, -5]
 */
export const sortKey = (value: number | null | undefined, ascending: boolean): number =>
  value == null ? Infinity : ascending ? value : -value;
