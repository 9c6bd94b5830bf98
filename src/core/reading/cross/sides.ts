import { figuresOf, share } from '../../table/share.js';
import type { TableAxis } from '../../table/table.js';
import type { Read } from './context.js';

/** One variable of a cross table, as a sentence needs it. */
interface Side {
  title: string;
  categories: TableAxis['categories'];
  /** Positions of the categories that someone is in. */
  kept: readonly number[];
  /** Those of them that are on its scale. */
  onScale: readonly number[];
  ordered: boolean;
}

/**
 * The two variables as the percentages compare them: the shares are of the answers that are told, in each of the
 * groups. Column percentages tell the rows in each column; row percentages tell the columns in each row.
 */
export interface Sides {
  told: Side;
  groups: Side;
  /** The share of a told answer in a group; null: in all of them. 0 to 1. */
  rate: (answer: number, group: number | null) => number;
  /** Position of a cell's told answer and of its group. */
  place: (cell: { row: number; column: number }) => { answer: number; group: number };
}

export function sidesOf(read: Read): Sides {
  const { table, rowTitle, columnTitle, rowsKept, columnsKept, rowsOrdered, columnsOrdered } = read;
  const rows: Side = {
    title: rowTitle,
    categories: table.rows.categories,
    kept: rowsKept,
    onScale: read.rowsOnScale,
    ordered: rowsOrdered,
  };
  const columns: Side = {
    title: columnTitle,
    categories: table.columns?.categories ?? [],
    kept: columnsKept,
    onScale: read.columnsOnScale,
    ordered: columnsOrdered,
  };
  if (read.percent === 'column') {
    const rate = (answer: number, group: number | null) => share(table, 'column', answer, group) ?? 0;
    return { told: rows, groups: columns, rate, place: ({ row, column }) => ({ answer: row, group: column }) };
  }
  const { columnBases, base } = figuresOf(table);
  const overall = (column: number) => (base === 0 ? 0 : (columnBases[column] ?? 0) / base);
  const rate = (answer: number, group: number | null) =>
    group === null ? overall(answer) : (share(table, 'row', group, answer) ?? 0);
  return { told: columns, groups: rows, rate, place: ({ row, column }) => ({ answer: column, group: row }) };
}
