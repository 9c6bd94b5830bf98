import { byId } from '../by-id.js';
import type { Level, Variable } from '../codebook/types.js';
import type { Table } from '../table/table.js';
import { assessTable, read } from './read.js';
import type { Answer } from './types.js';

export function variable(label: string, level: Level, labels: string[]): Variable {
  return {
    id: 1,
    name: label.toLowerCase(),
    label,
    question: '',
    level,
    codes: labels.map((one, k) => ({ code: String(k + 1), label: one, missing: null })),
  };
}

export interface Side {
  label: string;
  level?: Level;
  labels: string[];
}

/** A cross table of these counts, nobody left out. */
export function cross(rows: Side, columns: Side, cells: number[][], bases?: number[]): Table {
  const side = ({ label, level = 'unordered', labels }: Side) => ({
    variable: variable(label, level, labels),
    categories: labels.map((one, k) => ({
      code: String(k + 1),
      label: one,
      kind: level === 'multiple' ? ('option' as const) : ('answer' as const),
    })),
    multiple: level === 'multiple',
  });
  const rowTotals = cells.map((row) => row.reduce((a, b) => a + b, 0));
  const columnSums = cells[0]!.map((_, j) => cells.reduce((sum, row) => sum + row[j]!, 0));
  const columnBases = bases ?? columnSums;
  const base = columnBases.reduce((a, b) => a + b, 0);
  return {
    rows: side(rows),
    columns: side(columns),
    cells,
    rowTotals,
    columnBases,
    base,
    mentions: rows.level === 'multiple' ? { columns: columnSums, total: columnSums.reduce((a, b) => a + b, 0) } : null,
    weighted: null,
    together: null,
    total: base,
    leftOut: [],
  };
}

export const readIt = (table: Table): Answer[] => read(table, assessTable(table, 0.95), 0.95);

export const part = (answers: Answer[], id: Answer['id']) => {
  const found = byId(answers, id);
  if (!found) throw new Error(`no answer ${id}`);
  return found;
};

export const SITES = { label: 'Site', labels: ['Mill Row', 'Quarry Side', 'Weir End'] };

export const HAPPY = {
  label: 'Satisfaction',
  level: 'ordered' as const,
  labels: ['Very satisfied', 'Neither', 'Very dissatisfied'],
};
