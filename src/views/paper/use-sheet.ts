import { readSheet } from '../../core/paper/read-sheet.js';
import type { Sheet } from '../../core/paper/sheet.js';
import type { Side } from '../../core/paper/table-of-sheet.js';
import { useDraft } from '../shell/use-draft.js';

/** All that is typed on the page of a table on paper. */
export interface Paper {
  sheet: Sheet;
  sides: { rows: Side; columns: Side };
  keepTotals: boolean;
}

export const BLANK: Paper = {
  sheet: { rows: ['', ''], columns: ['', ''], cells: [['', ''], ['', '']] }, // prettier-ignore
  sides: { rows: { title: '', level: 'unordered' }, columns: { title: '', level: 'unordered' } },
  keepTotals: false,
};

/** Made up for the page: who at which end of the allotments makes compost how. */
export const EXAMPLE: Paper = {
  sheet: {
    rows: ['Own heap', 'Shared bay', 'None'],
    columns: ['North end', 'Middle', 'South end', 'Total'],
    cells: [
      ['64', '41', '18', '123'],
      ['22', '37', '49', '108'],
      ['9', '15', '31', '55'],
    ],
  },
  sides: { rows: { title: 'Compost', level: 'unordered' }, columns: { title: 'Part of the site', level: 'ordered' } },
  keepTotals: false,
};

const isTexts = (value: unknown): value is string[] =>
  Array.isArray(value) && value.every((one) => typeof one === 'string');

function isSide(value: unknown): value is Side {
  if (typeof value !== 'object' || value === null) return false;
  const { title, level } = value as Partial<Record<keyof Side, unknown>>;
  return typeof title === 'string' && (level === 'unordered' || level === 'ordered');
}

function isPaper(value: unknown): value is Paper {
  if (typeof value !== 'object' || value === null) return false;
  const { sheet, sides, keepTotals } = value as Partial<Record<keyof Paper, unknown>>;
  if (typeof sheet !== 'object' || sheet === null || typeof sides !== 'object' || sides === null) return false;
  const { rows, columns, cells } = sheet as Partial<Record<keyof Sheet, unknown>>;
  const two = sides as Partial<Record<keyof Paper['sides'], unknown>>;
  return (
    typeof keepTotals === 'boolean' &&
    isTexts(rows) &&
    isTexts(columns) &&
    Array.isArray(cells) &&
    cells.length === rows.length &&
    cells.every((line) => isTexts(line) && line.length === columns.length) &&
    isSide(two.rows) &&
    isSide(two.columns)
  );
}

const isEmpty = ({ rows, columns, cells }: Sheet) =>
  [...rows, ...columns, ...cells.flat()].every((text) => text === '');

/** The sheet with pasted cells put in from a position on, grown where they reach past its edge. */
function overlaid({ rows, columns, cells }: Sheet, pasted: Sheet, row: number, column: number): Sheet {
  const height = Math.max(rows.length, row + pasted.cells.length);
  const width = Math.max(columns.length, column + (pasted.cells[0]?.length ?? 0));
  const lines = Array.from({ length: height }, (_, i) => i);
  const fields = Array.from({ length: width }, (_, j) => j);
  return {
    rows: lines.map((i) => rows[i] ?? ''),
    columns: fields.map((j) => columns[j] ?? ''),
    cells: lines.map((i) => fields.map((j) => pasted.cells[i - row]?.[j - column] ?? cells[i]?.[j] ?? '')),
  };
}

/** The table on paper with what can be done to it; kept in this browser as it is typed. */
export function usePaper() {
  const [paper, setPaper] = useDraft<Paper>('paper', BLANK, isPaper);
  const { sheet } = paper;
  const setSheet = (next: Sheet) => setPaper({ ...paper, sheet: next });
  return {
    paper,
    setPaper,
    setCell: (i: number, j: number, text: string) =>
      setSheet({
        ...sheet,
        cells: sheet.cells.map((line, a) => (a === i ? line.map((old, b) => (b === j ? text : old)) : line)),
      }),
    setLabel: (axis: 'rows' | 'columns', k: number, text: string) =>
      setSheet({ ...sheet, [axis]: sheet[axis].map((old, a) => (a === k ? text : old)) }),
    addRow: () =>
      setSheet({ ...sheet, rows: [...sheet.rows, ''], cells: [...sheet.cells, sheet.columns.map(() => '')] }),
    addColumn: () =>
      setSheet({ ...sheet, columns: [...sheet.columns, ''], cells: sheet.cells.map((line) => [...line, '']) }),
    removeRow: (i: number) =>
      setSheet({
        ...sheet,
        rows: sheet.rows.filter((_, a) => a !== i),
        cells: sheet.cells.filter((_, a) => a !== i),
      }),
    removeColumn: (j: number) =>
      setSheet({
        ...sheet,
        columns: sheet.columns.filter((_, b) => b !== j),
        cells: sheet.cells.map((line) => line.filter((_, b) => b !== j)),
      }),
    /**
     * Text from the clipboard. A whole table takes the sheet's place when it has labels or the sheet is empty; bare
     * cells go in from the position on.
     * @returns whether it was a table
     */
    paste: (text: string, row: number, column: number): boolean => {
      const pasted = readSheet(text);
      if (!pasted || !/[\t\n]/.test(text.trim())) return false;
      const labelled = [...pasted.rows, ...pasted.columns].some((label) => label !== '');
      setPaper({
        ...paper,
        keepTotals: false,
        sheet: labelled || isEmpty(sheet) ? pasted : overlaid(sheet, pasted, row, column),
      });
      return true;
    },
    /** Lays a pasted text out anew. @returns whether there is a table in it */
    lay: (text: string): boolean => {
      const next = readSheet(text);
      if (next) setPaper({ ...paper, keepTotals: false, sheet: next });
      return next !== null;
    },
  };
}
