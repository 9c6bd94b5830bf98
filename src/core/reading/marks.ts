import type { CellAssessment } from '../assess/types.js';
import { mentionedOrNot } from '../assess/assess-multiple.js';
import { reduceTable } from '../crosstab.js';
import { cells } from '../infer/cells.js';
import { holm } from '../infer/adjust.js';
import { arrange, type Places } from '../table/order.js';
import { scalePlacesOf } from '../table/scale-order.js';
import type { Table, Totals } from '../table/table.js';

/** How one cell departs from independence. */
export interface Mark {
  expected: number;
  /** Adjusted residual; its sign says more or fewer. */
  residual: number;
  /** Its two-sided p, adjusted over all cells of the table. */
  p: number;
}

/**
 * A mark for each cell of a table, in the table's own shape; null where a cell has none. Rows of a multiple-response
 * question overlap, so each option is compared on its own: mentioned or not, by group.
 * @returns null where nothing can be compared: one group only, or groups that overlap
 */
export function marksOf(table: Table, assessment: CellAssessment | null): (Mark | null)[][] | null {
  if (!assessment?.cells && (!table.columns || !table.rows.multiple || table.columns.multiple)) return null;
  const places = scalePlacesOf(table);
  const scaled = arrange(table, places);
  const marks = assessment?.cells ? marksOfCells(scaled, assessment) : marksOfOptions(scaled);
  return marks && asShown(marks, places);
}

/** What was worked out in scale order, in the places in which the table is shown. */
export function asShown<T>(cells: readonly (readonly T[])[], { rows, columns }: Places): T[][] {
  const shown = cells.map((line) => [...line]);
  cells.forEach((line, a) =>
    line.forEach((cell, b) => {
      const [i = a, j = b] = [rows[a], columns[b]];
      if (shown[i]) shown[i][j] = cell;
    }),
  );
  return shown;
}

/** For each of so many places, which of those that were assessed it is; null where it was left out. */
function assessedPlaces(length: number, dropped: readonly number[]): (number | null)[] {
  let kept = 0;
  return Array.from({ length }, (_, place) => (dropped.includes(place) ? null : kept++));
}

/**
 * A figure for each cell of a table that was assessed without its empty rows and columns; null in those.
 * @param figure of a row and a column among those that were assessed
 */
export function inTable<T>(
  table: Table,
  dropped: CellAssessment['dropped'],
  figure: (i: number, j: number) => T,
): (T | null)[][] {
  const rows = assessedPlaces(table.cells.length, dropped.rows);
  const columns = assessedPlaces(table.columnBases.length, dropped.columns);
  return rows.map((i) => columns.map((j) => (i === null || j === null ? null : figure(i, j))));
}

function marksOfCells(table: Table, { cells: cellTests, dropped }: CellAssessment): (Mark | null)[][] | null {
  if (!cellTests) return null;
  return inTable(table, dropped, (i, j) => ({
    expected: cellTests.expected[i]?.[j] ?? 0,
    residual: cellTests.adjustedResidual[i]?.[j] ?? 0,
    p: cellTests.adjustedP[i]?.[j] ?? 1,
  }));
}

/** One option, mentioned or not, by the columns. */
export function optionOf(table: Table, row: number) {
  const { weighted } = table;
  const mine = ({ cells }: Totals) => cells[row] ?? [];
  const of = (take: (totals: Totals) => readonly number[]) => ({
    n: take(table),
    sums: take(weighted?.sums ?? table),
    squares: take(weighted?.squares ?? table),
  });
  return mentionedOrNot(
    of(mine),
    of(({ columnBases }) => columnBases),
    weighted !== null,
  );
}

function marksOfOptions(table: Table): (Mark | null)[][] {
  const marks = table.cells.map((mentioned, i): (Mark | null)[] => {
    const nobody = mentioned.map(() => null);
    if (table.rows.categories[i]?.kind !== 'option') return nobody;
    const { counts, weights } = optionOf(table, i);
    const { table: two, dropped } = reduceTable(counts, { weights });
    if (two.R.length < 2 || two.C.length < 2) return nobody;
    const { expected, adjustedResidual, p } = cells(two);
    let j = -1;
    return mentioned.map((_, b) => {
      if (dropped.columns.includes(b)) return null;
      j++;
      return { expected: expected[0]?.[j] ?? 0, residual: adjustedResidual[0]?.[j] ?? 0, p: p[0]?.[j] ?? 1 };
    });
  });
  const all = marks.flat().filter((mark) => mark !== null);
  const adjusted = holm(all.map(({ p }) => p));
  all.forEach((mark, k) => (mark.p = adjusted[k] ?? 1));
  return marks;
}
