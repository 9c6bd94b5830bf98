import type { Leaf, NestView } from './types.js';

/** A cell of the heading over a table's columns. */
export interface HeaderCell {
  label: string;
  /** The first of its columns, of all columns from the left. */
  first: number;
  columns: number;
  rows: number;
  /** The column it stands over alone; null over several. */
  leaf: Leaf | null;
  /** The nest that it is of. */
  nest: number;
  /** The category that it names, by its code and the level of its variable; null: a title, or all together. */
  step: { level: number; code: string } | null;
}

/** How many lines the heading of a nest has, its title aside. */
const depthOf = ({ leaves }: NestView) => Math.max(1, ...leaves.map(({ path }) => path.length));

/** Whether groups stand across; else all columns are those of frequency tables. */
export const isCross = (nests: readonly NestView[]) => nests.some(({ leaves }) => leaves.length > 1);

/**
 * Whether the titles of the nests stand over their columns: where there are several, or one has more than one level.
 */
export const isTitled = (nests: readonly NestView[]) => nests.length > 1 || nests.some((nest) => depthOf(nest) > 1);

/** The heading cells of one nest at a level; neighbours of the same category above are one cell. */
function cellsAt({ leaves }: NestView, nest: number, start: number, level: number, depth: number): HeaderCell[] {
  const cells: HeaderCell[] = [];
  let before: string | null = null;
  for (const [column, leaf] of leaves.entries()) {
    const first = start + column;
    const levels = Math.max(1, leaf.path.length);
    if (level >= levels) continue;
    if (level === levels - 1) {
      const own = leaf.path[level];
      const step = own ? { level, code: own.code } : null;
      cells.push({ label: own?.label ?? leaf.label, first, columns: 1, rows: depth - level, leaf, nest, step });
      before = null;
      continue;
    }
    const above = JSON.stringify(leaf.path.slice(0, level + 1).map(({ code }) => code));
    const last = cells.at(-1);
    const own = leaf.path[level];
    const step = own ? { level, code: own.code } : null;
    if (last && above === before) last.columns++;
    else cells.push({ label: own?.label ?? '', first, columns: 1, rows: 1, leaf: null, nest, step });
    before = above;
  }
  return cells;
}

/**
 * The heading over the columns, line by line: the titles of the nests where they are needed, then their categories, the
 * outermost first. A column with fewer levels than others reaches down over the rest.
 */
export function headerRows(nests: readonly NestView[]): HeaderCell[][] {
  const depth = Math.max(...nests.map(depthOf));
  let end = 0;
  const starts = nests.map(({ leaves }) => (end += leaves.length) - leaves.length);
  const titles: HeaderCell[] = nests.map(({ title, leaves }, nest) => ({
    label: title,
    first: starts[nest] ?? 0,
    columns: leaves.length,
    rows: 1,
    leaf: null,
    nest,
    step: null,
  }));
  const levels = Array.from({ length: depth }, (_, level) =>
    nests.flatMap((nest, k) => cellsAt(nest, k, starts[k] ?? 0, level, depth)),
  );
  return isTitled(nests) ? [titles, ...levels] : levels;
}
