import type { HeaderCell } from '../../core/view/header-rows.js';

/** A heading that is drawn. */
interface DrawnHeading {
  is: 'heading';
  cell: HeaderCell;
}

/** Headings side by side that are not drawn: how many columns and lines they span. */
interface HeadingGap {
  is: 'gap';
  first: number;
  columns: number;
  rows: number;
}

/**
 * The headings on one line over the columns that are drawn; those of the others are left free.
 * @param wanted places of columns from the left, upwards; null: all
 */
export function drawnHeadings(
  cells: readonly HeaderCell[],
  wanted: readonly number[] | null,
): (DrawnHeading | HeadingGap)[] {
  const drawn: (DrawnHeading | HeadingGap)[] = [];
  const isOver = ({ first, columns }: HeaderCell) =>
    wanted === null || wanted.some((place) => place >= first && place < first + columns);
  for (const cell of cells) {
    const { first, columns, rows } = cell;
    const last = drawn.at(-1);
    if (isOver(cell)) drawn.push({ is: 'heading', cell });
    else if (last?.is === 'gap' && last.rows === rows && last.first + last.columns === first) last.columns += columns;
    else drawn.push({ is: 'gap', first, columns, rows });
  }
  return drawn;
}
