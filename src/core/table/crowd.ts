import { total } from '../numerics/total.js';

/** Up to so many columns a table is read from left to right, on however few respondents each stands. */
const READ_AT_ONCE = 25;

/** With fewer respondents in a column, on average, hardly two of them can be compared. */
const FEW = 10;

/** More columns than these are searched rather than read. */
const SEARCHED = 200;

/** More columns than these cannot be laid out: a heading of a page spans no more (HTML standard, `colspan`). */
export const MOST_COLUMNS = 1000;

/** What stands across, where it is more than can be read. */
export interface Crowd {
  columns: number;
  /** Columns that nobody is in. */
  empty: number;
  /** Respondents in a column, on average. */
  each: number;
}

/**
 * Whether so many columns stand across that they cannot be read or compared; null where they can.
 * @param bases respondents in each column, without the one of all
 * @example crowdAcross([12, 9, 15]); // null
 * @example crowdAcross(Array.from({ length: 40 }, () => 3)); // { columns: 40, empty: 0, each: 3 }
 */
export function crowdAcross(bases: readonly number[]): Crowd | null {
  const columns = bases.length;
  const each = total(bases) / columns;
  if (columns <= SEARCHED && !(columns > READ_AT_ONCE && each < FEW)) return null;
  return { columns, empty: bases.filter((base) => base === 0).length, each };
}
