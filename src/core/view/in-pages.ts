import type { LaidCell, LaidOut } from './laid-cell.js';
import { placedLines, widthOf } from './placed-cells.js';

/** What a page has room for: lines under the headings, and columns, those that name lines among them. */
export interface PageRoom {
  lines: number;
  columns: number;
}

/** How many places two runs of places share. */
const shared = (from: number, to: number, other: number, end: number) =>
  Math.max(0, Math.min(to, end) - Math.max(from, other));

/** Lines with the columns that name them, and those from one to before another. */
function clipped(lines: readonly (readonly LaidCell[])[], heads: number, from: number, to: number): LaidCell[][] {
  return placedLines(lines).map((cells) =>
    cells.flatMap(({ cell, column }) => {
      const end = column + cell.columns;
      const columns = shared(column, end, 0, heads) + shared(column, end, from, to);
      return columns > 0 ? [{ ...cell, columns }] : [];
    }),
  );
}

/** Lines that belong together, as one cell names them, one after the other. */
function units(body: LaidOut['body']): LaidCell[][][] {
  const together: LaidCell[][][] = [];
  let until = 0;
  body.forEach((cells, at) => {
    if (at >= until) together.push([]);
    together.at(-1)!.push([...cells]);
    until = Math.max(until, ...cells.map(({ lines }) => at + lines));
  });
  return together;
}

/** Lines that stand on one page, as many as it has room for; what belongs together stays together. */
function byPages(body: LaidOut['body'], most: number): LaidCell[][][] {
  const pages: LaidCell[][][] = [[]];
  for (const lines of units(body)) {
    const page = pages.at(-1)!;
    if (page.length > 0 && page.length + lines.length > most) pages.push([...lines]);
    else page.push(...lines);
  }
  return pages;
}

/**
 * A table in parts of which each has room on a page: headings and the names of lines are on each, each figure on one.
 * Parts side by side come one after the other, then those under them.
 * @example inPages({ title: '', head: [], body: [], notes: [] }, { lines: 20, columns: 10 }).length // 1
 */
export function inPages(laid: LaidOut, room: PageRoom): LaidOut[] {
  const { columns, heads } = widthOf(laid);
  const across = Math.max(1, room.columns - heads);
  const parts = Math.max(1, Math.ceil((columns - heads) / across));
  const starts = Array.from({ length: parts }, (_, k) => heads + k * across);
  return byPages(laid.body, room.lines).flatMap((body) =>
    starts.map((from) => {
      const to = Math.min(columns, from + across);
      return { ...laid, head: clipped(laid.head, heads, from, to), body: clipped(body, heads, from, to) };
    }),
  );
}
