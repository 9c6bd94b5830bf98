import { total } from '../../core/numerics/total.js';
import type { HeaderCell } from '../../core/view/header-rows.js';

/** Points that a letter takes, at most; the space at the sides of a heading, and over and under it; a line of it. */
const [LETTER, ASIDE, AROUND, LINE] = [8, 14, 13, 18];

/** How many lines a text takes; a word that is too long for a line is broken. */
function linesOfText(text: string, letters: number): number {
  let [lines, used] = [1, 0];
  for (const { length } of text.split(/\s+/)) {
    const isNext = used > 0 && used + 1 + length > letters;
    const start = isNext || used === 0 ? 0 : used + 1;
    lines += (isNext ? 1 : 0) + Math.max(0, Math.ceil((start + length) / letters) - 1);
    used = (start + length) % letters || Math.min(letters, start + length);
  }
  return lines;
}

/**
 * How high the lines of headings are, in points, of which not all headings are drawn: they stay so high whichever are.
 * @param headings line by line
 * @param widths of the columns, in points, the names of the lines first
 */
export function headingHeights(headings: readonly (readonly HeaderCell[])[], widths: readonly number[]): number[] {
  return headings.map((cells) => {
    const own = cells.filter(({ rows }) => rows === 1);
    const lines = own.map(({ label, first, columns }) => {
      const width = total(widths.slice(1 + first, 1 + first + columns));
      return linesOfText(label, Math.max(1, Math.floor((width - ASIDE) / LETTER)));
    });
    return AROUND + LINE * Math.max(1, ...lines);
  });
}
