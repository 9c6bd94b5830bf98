import { total } from '../numerics/total.js';
import type { Level } from '../codebook/types.js';
import type { Table, TableAxis } from '../table/table.js';

export const axis = (name: string, level: Level, codes: string[], labels = codes): TableAxis => ({
  variable: {
    id: name.length,
    name,
    label: name,
    question: '',
    level,
    codes: codes.map((code, k) => ({ code, label: labels[k]!, missing: null })),
  },
  categories: codes.map((code, k) => ({ code, label: labels[k]!, kind: 'answer' })),
  multiple: false,
});

export function tableOf(rows: TableAxis, columns: TableAxis, cells: number[][]): Table {
  const sum = (values: number[]) => total(values);
  const rowTotals = cells.map(sum);
  const columnBases = cells[0]!.map((_, j) => sum(cells.map((row) => row[j]!)));
  const base = sum(rowTotals);
  return {
    rows,
    columns,
    cells,
    rowTotals,
    columnBases,
    base,
    mentions: null,
    weighted: null,
    together: null,
    total: base,
    leftOut: null,
  };
}

export const LEVELS: Level[] = ['unordered', 'ordered', 'number'];
