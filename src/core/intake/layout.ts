import type { NumberReading } from '../codebook/number-signs.js';
import type { DecimalSign } from '../codebook/read-number.js';

/** Columns, by name, whose numbers are read in another way than those of the file. */
interface NumbersByColumn {
  numbers?: Record<string, NumberReading> | undefined;
}

/** How delimited text is written. */
export interface Delimited extends NumbersByColumn {
  is: 'delimited';
  /** A name that iconv-lite knows. */
  encoding: string;
  separator: string;
  /** The character around a cell that holds a separator; empty: none, every quote is text. */
  quote: string;
  /** What stands before fractions, wherever a column does not show it by itself. */
  decimal: DecimalSign;
  /** Whether the first row names the columns. */
  heading: boolean;
  /** A row with too few cells: set aside, or its end filled with blanks. */
  short: 'aside' | 'blank';
  /** Which columns to make of the cells; absent: one for each cell. */
  picks?: Pick[] | undefined;
}

/** A column made of one character of a cell: an option of a multiple-response question kept as a string of 0 and 1. */
export interface Pick {
  name: string;
  /** Position of the cell, from 0. */
  cell: number;
  /** Position of the character in it, from 0; null: the whole cell. */
  character: number | null;
}

/** One sheet of a workbook, or a range of it ("B3:F200"; null: all that is filled). */
export interface Workbook extends NumbersByColumn {
  is: 'workbook';
  sheet: string;
  range: string | null;
  heading: boolean;
}

interface ParquetFile extends NumbersByColumn {
  is: 'parquet';
}

/** Objects with a field for each column: an array of them, or one a line. */
export interface JsonRows extends NumbersByColumn {
  is: 'json';
  shape: 'array' | 'lines';
}

/** Lines with each column at its place. */
export interface FixedWidth extends NumbersByColumn {
  is: 'fixed';
  encoding: string;
  /** Lines before the data. */
  skip: number;
  fields: { name: string; start: number; width: number }[];
}

/** How a file is to be read. What was found can be changed. */
export type Layout = Delimited | Workbook | ParquetFile | JsonRows | FixedWidth;

/** Most columns. */
export const MOST_COLUMNS = 5_000;
