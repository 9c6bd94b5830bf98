import { figuresOf } from './share.js';
import type { StudyTable, Table, Together, Totals } from './tabulate.js';

/** How the rows of a table stand: as the code list has them, or the most frequent first. */
export const ROW_ORDERS = ['list', 'frequency'] as const;
export type RowOrder = (typeof ROW_ORDERS)[number];

/** Labels that sum up what is no category of its own. */
const LAST = /^(other|others|something else|none|nothing|don.?t know|not sure|no answer)\b/i;

/**
 * The places of a table's rows in another order. Ties stay as they stood; who mentioned nothing stands last.
 * @param last "other", "none" and "don't know" stand behind the rest
 */
export function rowPlaces(table: Table, by: RowOrder, last: boolean): number[] {
  const { rowTotals } = figuresOf(table);
  const rank = ({ kind, label }: Table['rows']['categories'][number]) =>
    kind !== 'answer' && kind !== 'option' ? 2 : last && LAST.test(label.trim()) ? 1 : 0;
  const { categories } = table.rows;
  return categories
    .map((_, i) => i)
    .sort((a, b) => rank(categories[a]!) - rank(categories[b]!) || (by === 'frequency' ? (rowTotals[b] ?? 0) - (rowTotals[a] ?? 0) : 0) || a - b); // prettier-ignore
}

/** A table with its rows in other places. */
export function orderRows<T extends Table | StudyTable>(table: T, places: readonly number[]): T {
  const { categories } = table.rows;
  if (places.every((place, i) => place === i)) return table;
  const totals = (of: Totals): Totals => ({
    ...of,
    cells: places.map((i) => of.cells[i] ?? []),
    rowTotals: places.map((i) => of.rowTotals[i] ?? 0),
  });
  // Pairs are counted of options only, in the order of the rows.
  const options = categories.flatMap(({ kind }, i) => (kind === 'option' ? [i] : []));
  const pairs = places.flatMap((i) => {
    const at = options.indexOf(i);
    return at < 0 ? [] : [at];
  });
  const square = (of: readonly (readonly number[])[]) => pairs.map((a) => pairs.map((b) => of[a]?.[b] ?? 0));
  const together = table.together?.map(({ sums, squares }): Together => ({ sums: square(sums), squares: square(squares) })) ?? null; // prettier-ignore
  return {
    ...table,
    ...totals(table),
    rows: { ...table.rows, categories: places.flatMap((i) => categories[i] ?? []) },
    weighted: table.weighted && {
      ...table.weighted,
      sums: totals(table.weighted.sums),
      squares: totals(table.weighted.squares),
    },
    together,
    places: table.places && {
      cells: places.map((i) => table.places?.cells[i] ?? []),
      all: places.map((i) => table.places?.all[i] ?? NaN),
    },
  };
}
