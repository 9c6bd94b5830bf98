import { total } from '../numerics/total.js';
import type { Level, Variable } from '../codebook/types.js';
import type { Table, TableAxis, Totals } from '../table/table.js';
import { type CheckedSheet, labelOf, type Sheet } from './sheet.js';

/** What is said of one side of a table on paper. */
export interface Side {
  title: string;
  level: Extract<Level, 'unordered' | 'ordered'>;
}

/** A side of a table on paper as an axis; options overlap where respondents can be in several rows. */
export function axisOf(id: number, { title, level }: Side, labels: readonly string[], multiple = false): TableAxis {
  const codes = labels.map((label, k) => ({ code: String(k + 1), label, missing: null }));
  const variable: Variable = {
    id,
    name: title,
    label: title,
    question: '',
    level: multiple ? 'multiple' : level,
    codes,
  };
  return {
    variable,
    multiple,
    categories: codes.map(({ code, label }) => ({ code, label, kind: multiple ? 'option' : 'answer' })),
  };
}

const sum = (values: readonly number[]) => total(values);

/** Cells with their margins. */
export function totalsOf(cells: number[][]): Totals {
  const rowTotals = cells.map(sum);
  return {
    cells,
    rowTotals,
    columnBases: (cells[0] ?? []).map((_, j) => sum(cells.map((row) => row[j] ?? 0))),
    base: sum(rowTotals),
    mentions: null,
  };
}

/** The sides of a table on paper, by the lines that were kept of it. */
export function axesOf(
  sheet: Sheet,
  checked: Pick<CheckedSheet, 'rows' | 'columns'>,
  sides: { rows: Side; columns: Side },
) {
  return {
    rows: axisOf(
      1,
      sides.rows,
      checked.rows.map((i) => labelOf(sheet.rows, i, 'Row')),
    ),
    columns: axisOf(
      2,
      sides.columns,
      checked.columns.map((j) => labelOf(sheet.columns, j, 'Column')),
    ),
  };
}

/** Axes and figures as a table that can be shown and read like any other. */
export function paperTable(axes: Pick<Table, 'rows' | 'columns'>, totals: Totals, more: Partial<Table> = {}): Table {
  return { ...axes, ...totals, weighted: null, together: null, total: totals.base, leftOut: null, ...more };
}
