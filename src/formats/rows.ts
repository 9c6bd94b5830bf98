/** A data row as it stands in the file. */
export interface Row {
  /** The line (of a workbook the row, else the respondent) it begins on, from 1. */
  line: number;
  cells: string[];
  /** Why it cannot be read: a quote goes astray in it (it is then one cell), or it has too few or too many cells. */
  odd?: 'quote' | 'cells';
}

/** Rows of a text file, each with a cell for every column, as they stand in its bytes. Good until the next is read. */
export interface CellBlock {
  bytes: Uint8Array;
  rows: number;
  /** Columns. */
  width: number;
  /** Where each cell begins and ends in `bytes`, row after row. */
  starts: Int32Array;
  ends: Int32Array;
  /** What stands around quoted cells, and twice in their text for once; empty: nothing does. */
  quote: string;
  /** What a cell holds, by its place in `starts`. */
  text: (place: number) => string;
}

/** The values of one column as a file with types has them, row by row. */
export interface ColumnValues {
  cells: ArrayLike<unknown>;
}

/** Rows, a block of them, or one column of them. */
export type Batch = readonly Row[] | CellBlock | ColumnValues;

/** Some rows of a file that keeps its columns one behind the other. */
export interface RowGroup {
  rows: number;
  column: (position: number) => Promise<ColumnValues>;
}

export interface RowSource {
  columns: { name: string; note: string | null }[];
  /** All rows in order, many at a time. */
  batches: AsyncIterable<Row[]>;
  /** The same in a form that is read faster, where the file has it; to be used in the place of `batches`. */
  blocks?: () => AsyncIterable<readonly Row[] | CellBlock>;
  /** The same column by column, where the file keeps them so; to be used in the place of `batches`. */
  groups?: () => Iterable<RowGroup>;
  /** Share of the file that was read, 0 to 1. */
  share: () => number;
  /** What is to be said of the file as a whole; complete when all rows were read. */
  remarks: () => string[];
}

/** Longest row, in characters: a longer one is a quote that was never closed, or no table. */
export const LONGEST_ROW = 32 * 1024 * 1024;
