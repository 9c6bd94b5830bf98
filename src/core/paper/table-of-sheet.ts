import type { Level, Variable } from '../codebook/types.js';
import type { Table, TableAxis } from '../table/tabulate.js';
import { type CheckedSheet, labelOf, type Sheet } from './sheet.js';

/** What is said of one side of a table on paper. */
export interface Side {
  title: string;
  level: Extract<Level, 'unordered' | 'ordered'>;
}

function axisOf(id: number, { title, level }: Side, labels: string[]): TableAxis {
  const codes = labels.map((label, k) => ({ code: String(k + 1), label, missing: null }));
  const variable: Variable = { id, name: title, label: title, question: '', level, codes };
  return {
    variable,
    multiple: false,
    categories: codes.map(({ code, label }) => ({ code, label, kind: 'answer' })),
  };
}

/** A table on paper as one that can be shown and read like any other; null while it has no counts. */
export function tableOfSheet(sheet: Sheet, checked: CheckedSheet, sides: { rows: Side; columns: Side }): Table | null {
  const { counts } = checked;
  if (!counts) return null;
  const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);
  const rowTotals = counts.map(sum);
  const columnBases = checked.columns.map((_, j) => sum(counts.map((row) => row[j] ?? 0)));
  const base = sum(rowTotals);
  return {
    rows: axisOf(1, sides.rows, checked.rows.map((i) => labelOf(sheet.rows, i, 'Row'))), // prettier-ignore
    columns: axisOf(2, sides.columns, checked.columns.map((j) => labelOf(sheet.columns, j, 'Column'))), // prettier-ignore
    cells: counts,
    rowTotals,
    columnBases,
    base,
    mentions: null,
    weighted: null,
    together: null,
    total: base,
    leftOut: [],
  };
}
