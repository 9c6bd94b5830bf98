/** A cell of the grid. */
interface At {
  row: number;
  column: number;
}

/** What is selected: the cells between the two, of which `at` has the keyboard. */
export interface Selection {
  at: At;
  anchor: At;
}

export interface Size {
  rows: number;
  columns: number;
  /** Rows that a page holds. */
  page: number;
}

const clamp = (value: number, most: number) => Math.max(0, Math.min(most - 1, value));

function target({ row, column }: At, key: string, { rows, columns, page }: Size, control: boolean): At | null {
  switch (key) {
    case 'ArrowUp':
      return { row: control ? 0 : row - 1, column };
    case 'ArrowDown':
      return { row: control ? rows - 1 : row + 1, column };
    case 'ArrowLeft':
      return { row, column: control ? 0 : column - 1 };
    case 'ArrowRight':
      return { row, column: control ? columns - 1 : column + 1 };
    case 'PageUp':
      return { row: row - page, column };
    case 'PageDown':
      return { row: row + page, column };
    case 'Home':
      return { row: control ? 0 : row, column: 0 };
    case 'End':
      return { row: control ? rows - 1 : row, column: columns - 1 };
    default:
      return null;
  }
}

/** The cell to which a key moves; with `extend` the selection grows. Null: the key does not move. */
export function move(
  { at, anchor }: Selection,
  key: string,
  size: Size,
  { extend, control }: { extend: boolean; control: boolean },
): Selection | null {
  const to = target(at, key, size, control);
  if (!to) return null;
  const next = { row: clamp(to.row, size.rows), column: clamp(to.column, size.columns) };
  return { at: next, anchor: extend ? anchor : next };
}

export interface Range {
  top: number;
  bottom: number;
  left: number;
  right: number;
}

/** The cells that are selected, both ends inside. */
export function rangeOf({ at, anchor }: Selection): Range {
  return {
    top: Math.min(at.row, anchor.row),
    bottom: Math.max(at.row, anchor.row),
    left: Math.min(at.column, anchor.column),
    right: Math.max(at.column, anchor.column),
  };
}

export function isInside({ top, bottom, left, right }: Range, row: number, column: number): boolean {
  return row >= top && row <= bottom && column >= left && column <= right;
}

/** One cell, selected. */
export const only = (row: number, column: number): Selection => ({ at: { row, column }, anchor: { row, column } });
