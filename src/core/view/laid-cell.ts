import type { Shown } from '../table/shown-shape.js';
import type { Ink } from './ink.js';
import type { Figure, Foot } from './types.js';

/** A number in a cell, at full precision, and how it is written. */
export type LaidFigure = Pick<Figure, 'unit' | 'decimals'> & { value: number };

/** One of several figures in a cell. */
export interface LaidPart {
  text: string;
  figure?: LaidFigure | undefined;
}

/** A cell of a table laid out in lines; it may reach over several columns and lines. */
export interface LaidCell {
  text: string;
  /** What it heads: the columns under it, the line to its right; null: it is a figure. */
  heads: 'columns' | 'line' | null;
  columns: number;
  lines: number;
  /** Of a figure: its number, where it is one. */
  figure?: LaidFigure | undefined;
  /** Of a cell with several figures: each of them, in their order. */
  parts?: readonly LaidPart[] | undefined;
  /** Of a cell that departs from independence: how it is hatched. */
  ink?: Ink | undefined;
  /** Of a base: figures on it say little. */
  small?: true | undefined;
  /** Of what heads a line: it is one of several that can stand in another order. */
  ranks?: true | undefined;
  /** It is a text to be read, or heads such texts: it stands at the left, and is as wide as it takes. */
  isText?: true | undefined;
  /** Of what heads a line: it is within so many others. */
  depth?: number | undefined;
}

/** A table laid out as it is shown, a cell for each figure: what a word processor or a spreadsheet can take. */
export interface LaidOut {
  title: string;
  head: LaidCell[][];
  body: LaidCell[][];
  /** What stands under it, a text and a number a line. */
  notes: [string, number][];
}

/** How figures are written in the cells of a table that is laid out. */
export type WriteFigure = (
  figure: (Pick<Figure, 'unit' | 'decimals'> & { id?: string | undefined }) | Foot,
  value: number | string | null,
  shown: Pick<Shown, 'signs'>,
) => string;

/** What is shown of a table, and how its figures are written. */
export interface HowLaid {
  shown: Shown;
  write: WriteFigure;
}

export const EMPTY_CELL: LaidCell = { text: '', heads: null, columns: 1, lines: 1 };

/** What heads columns. @example headOf('Men', 2).columns // 2 */
export const headOf = (text: string, columns = 1, lines = 1): LaidCell => ({ text, heads: 'columns', columns, lines });

/** What heads a line. @example lineHead('Age').heads // 'line' */
export const lineHead = (text: string, columns = 1, lines = 1): LaidCell => ({ text, heads: 'line', columns, lines });
