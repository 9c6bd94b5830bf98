import type { LaidOut } from './laid-cell.js';
import { placedCells, widthOf } from './placed-cells.js';

/** How much wider a column of line heads is than one of figures. */
const HEAD_PARTS = [2.6, 1.6];
/** Signs of a text that take as much room as a figure; a text takes as much as four of them at most. */
const SIGNS = 11;
const MOST_PARTS = 4;
/** Tables of more parts stand on a page that lies on its side: of eleven columns of figures, or of fewer and texts. */
const MOST_UPRIGHT = 12.4;

/**
 * How wide the columns of a table are, a column of figures as 1: names of lines are wider, and texts as they are long.
 * @example
 * const figure = { text: '12', heads: null, columns: 1, lines: 1 };
 * const name = { ...figure, text: 'Yes', heads: 'line' };
 * columnParts({ title: '', head: [], body: [[name, figure, figure]], notes: [] }); // [2.6, 1, 1]
 */
export function columnParts(laid: LaidOut): number[] {
  const { columns, heads } = widthOf(laid);
  const parts = Array.from({ length: columns }, (_, k) => (k < heads ? (HEAD_PARTS[k] ?? 1) : 1));
  for (const { cell, column } of placedCells(laid.body)) {
    if (!cell.isText || column < heads) continue;
    parts[column] = Math.min(MOST_PARTS, Math.max(parts[column] ?? 1, cell.text.length / SIGNS));
  }
  return parts;
}

/** Whether a table has too many columns, or too long ones, for a page that stands upright. */
export const isLaidWide = (laid: LaidOut): boolean =>
  columnParts(laid).reduce((sum, part) => sum + part, 0) > MOST_UPRIGHT;

/** The columns of texts, by their places. */
export const textColumns = ({ body }: LaidOut): Set<number> =>
  new Set(placedCells(body).flatMap(({ cell, column }) => (cell.isText ? [column] : [])));
