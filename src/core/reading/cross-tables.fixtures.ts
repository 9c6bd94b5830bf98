import { total } from '../numerics/total.js';
import { byId } from '../by-id.js';
import type { Level, Variable } from '../codebook/types.js';
import type { Table } from '../table/table.js';
import { assessmentOfTable, read } from './read.js';
import type { Answer } from './types.js';

export function variable(label: string, level: Level, labels: string[], id = 1): Variable {
  return {
    id,
    name: label.toLowerCase(),
    label,
    question: '',
    level,
    codes: labels.map((text, k) => ({ code: String(k + 1), label: text, missing: null })),
  };
}

export interface Side {
  label: string;
  level?: Level;
  labels: string[];
}

/** A cross table of these counts, nobody left out. */
export function cross(rows: Side, columns: Side, cells: number[][], bases?: number[]): Table {
  const side = ({ label, level = 'unordered', labels }: Side, id: number) => ({
    variable: variable(label, level, labels, id),
    categories: labels.map((text, k) => ({
      code: String(k + 1),
      label: text,
      kind: level === 'multiple' ? ('option' as const) : ('answer' as const),
    })),
    multiple: level === 'multiple',
  });
  const rowTotals = cells.map((row) => total(row));
  const columnSums = cells[0]!.map((_, j) => cells.reduce((sum, row) => sum + row[j]!, 0));
  const columnBases = bases ?? columnSums;
  const base = total(columnBases);
  return {
    rows: side(rows, 1),
    columns: side(columns, 2),
    cells,
    rowTotals,
    columnBases,
    base,
    mentions: rows.level === 'multiple' ? { columns: columnSums, total: total(columnSums) } : null,
    weighted: null,
    together: null,
    total: base,
    leftOut: [],
  };
}

export const readIt = (table: Table): Answer[] => read(table, assessmentOfTable(table, 0.95), 0.95);

export const part = (answers: Answer[], id: Answer['id']) => {
  const answer = byId(answers, id);
  if (!answer) throw new Error(`no answer ${id}`);
  return answer;
};

export const SITES = { label: 'Site', labels: ['Mill Row', 'Quarry Side', 'Weir End'] };

export const HAPPY = {
  label: 'Satisfaction',
  level: 'ordered' as const,
  labels: ['Very satisfied', 'Neither', 'Very dissatisfied'],
};
