import { Fault } from './fault.js';

/** A table of counts with its margins; no row and no column is empty. */
export interface Crosstab {
  /** `n[i][j]`, respondents (or weight) in row i and column j. */
  readonly n: readonly (readonly number[])[];
  /** Row totals. */
  readonly R: readonly number[];
  /** Column totals. */
  readonly C: readonly number[];
  readonly N: number;
}

/** Positions (from 0) of the empty rows and columns that were taken out. */
export interface Dropped {
  rows: number[];
  columns: number[];
}

const MOST_CELLS = 1_000_000;

/**
 * Checks a rectangular array of counts.
 * @throws Fault naming the first cell that is negative, not finite or absent.
 */
export function checkCounts(counts: readonly (readonly number[])[]): void {
  const width = counts[0]?.length ?? 0;
  if (counts.length === 0 || width === 0) {
    throw new Fault('invalid', 'The table has no cells.', 'Give at least two rows and two columns of counts.', {
      field: 'counts',
    });
  }
  if (counts.length * width > MOST_CELLS) {
    throw new Fault(
      'too-large',
      `The table has ${counts.length} x ${width} cells; ${MOST_CELLS.toLocaleString('en')} is the most.`,
      'Merge categories first.',
      { field: 'counts' },
    );
  }
  counts.forEach((row, i) => {
    if (row.length !== width) {
      throw new Fault(
        'invalid',
        `Row ${i + 1} has ${row.length} cells where row 1 has ${width}.`,
        'Give every row the same number of cells; an empty cell is 0.',
        { field: 'counts', cell: { row: i + 1, column: Math.min(row.length, width) + 1 } },
      );
    }
    row.forEach((value, j) => {
      if (!Number.isFinite(value) || value < 0) {
        throw new Fault(
          'invalid',
          `Row ${i + 1}, column ${j + 1} holds ${String(value)}, which is not a count.`,
          'Counts are finite numbers from 0 up.',
          { field: 'counts', cell: { row: i + 1, column: j + 1 } },
        );
      }
    });
  });
}

/** Takes the empty rows and columns out and adds the margins up. The counts must have passed `checkCounts`. */
export function reduceTable(counts: readonly (readonly number[])[]): { table: Crosstab; dropped: Dropped } {
  const width = counts[0]?.length ?? 0;
  const allC = new Array<number>(width).fill(0);
  for (const row of counts) row.forEach((value, j) => (allC[j] = (allC[j] ?? 0) + value));
  const dropped: Dropped = { rows: [], columns: [] };
  allC.forEach((total, j) => total === 0 && dropped.columns.push(j));
  const n: number[][] = [];
  counts.forEach((row, i) => {
    if (row.every((value) => value === 0)) dropped.rows.push(i);
    else n.push(row.filter((_, j) => allC[j] !== 0));
  });
  const R = n.map((row) => row.reduce((a, b) => a + b, 0));
  const C = allC.filter((total) => total !== 0);
  return { table: { n, R, C, N: R.reduce((a, b) => a + b, 0) }, dropped };
}

/** The same table with rows and columns exchanged. */
export function transpose(table: Crosstab): Crosstab {
  return { n: table.C.map((_, j) => table.n.map((row) => row[j] ?? 0)), R: table.C, C: table.R, N: table.N };
}

export function isTwoByTwo(table: Crosstab): boolean {
  return table.R.length === 2 && table.C.length === 2;
}

/** The four cells of a 2 x 2 table, row by row. */
export function fourCells(table: Crosstab): [a: number, b: number, c: number, d: number] {
  const [first = [], second = []] = table.n;
  return [first[0] ?? 0, first[1] ?? 0, second[0] ?? 0, second[1] ?? 0];
}

/** Calls `visit` for each cell with its count and position. */
export function eachCell(table: Crosstab, visit: (n: number, i: number, j: number) => void): void {
  table.n.forEach((row, i) => row.forEach((value, j) => visit(value, i, j)));
}

export function isWhole(table: Crosstab): boolean {
  return table.n.every((row) => row.every(Number.isInteger));
}
