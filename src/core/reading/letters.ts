import type { Assessment } from '../assess.js';
import { columnLetter } from '../infer/column-proportions.js';
import type { Table } from '../table/tabulate.js';

/** Column proportions compared two by two, as letters in the table's own shape. */
export interface Letters {
  /** The letter of each column; null for one that nobody is in. */
  columns: (string | null)[];
  /** For each cell, the letters of the columns whose share is lower by more than chance; empty where there is none. */
  above: string[][];
}

/** The letters of a cross table; null where its columns cannot be compared. */
export function lettersOf(table: Table, assessment: Assessment | null): Letters | null {
  const found = assessment?.columnProportions;
  if (!found || !table.columns) return null;
  const { dropped } = assessment;
  let at = 0;
  const columns = table.columns.categories.map((_, j) => (dropped.columns.includes(j) ? null : columnLetter(at++)));
  let line = 0;
  const above = table.cells.map((row, i) => {
    if (dropped.rows.includes(i)) return row.map(() => '');
    const mine = found.above[line++] ?? [];
    let cell = 0;
    return row.map((_, j) =>
      dropped.columns.includes(j) ? '' : (mine[cell++] ?? []).map((position) => columnLetter(position)).join(' '),
    );
  });
  return { columns, above };
}
