import type { LaidCell, LaidOut } from './laid-cell.js';

/** A cell of a table laid out, and the first of the places that it reaches over, from 0. */
export interface PlacedCell {
  cell: LaidCell;
  line: number;
  column: number;
}

/** The cells of a table line by line, each with where it stands. */
export function placedLines(lines: readonly (readonly LaidCell[])[]): PlacedCell[][] {
  const taken: Set<number>[] = lines.map(() => new Set());
  return lines.map((cells, line) => {
    let column = 0;
    return cells.map((cell) => {
      while (taken[line]!.has(column)) column++;
      for (let down = 0; down < cell.lines; down++)
        for (let right = 0; right < cell.columns; right++) taken[line + down]?.add(column + right);
      return { cell, line, column };
    });
  });
}

/**
 * Where the cells of a table stand, those counted that reach over several columns and lines.
 * @example
 * const cell = (text, columns, lines) => ({ text, heads: 'line', columns, lines });
 * placedCells([[cell('Good', 1, 2), cell('n', 1, 1)], [cell('%', 1, 1)]])[2].column; // 1
 */
export const placedCells = (lines: readonly (readonly LaidCell[])[]): PlacedCell[] => placedLines(lines).flat();

/** Of each column the texts of the headings over it, from the top. */
export function headingsOver(head: readonly (readonly LaidCell[])[]): string[][] {
  const cells = placedCells(head);
  const width = Math.max(0, ...cells.map(({ cell, column }) => column + cell.columns));
  return Array.from({ length: width }, (_, at) =>
    cells
      .filter(({ cell, column }) => column <= at && at < column + cell.columns && cell.text !== '')
      .map(({ cell }) => cell.text),
  );
}

/** What cells hold as a grid: of one that reaches over several places in its first, the others hold `empty`. */
export function gridOf<T>(
  lines: readonly (readonly LaidCell[])[],
  valueOf: (cell: LaidCell) => T,
  empty: NoInfer<T>,
): T[][] {
  const cells = placedCells(lines);
  const width = Math.max(0, ...cells.map(({ cell, column }) => column + cell.columns));
  const grid = lines.map(() => new Array<T>(width).fill(empty));
  for (const { cell, line, column } of cells) grid[line]![column] = valueOf(cell);
  return grid;
}

/** How many columns a table has, and how many of them name its lines. */
export function widthOf({ head, body }: LaidOut): { columns: number; heads: number } {
  const placed = [...placedCells(head), ...placedCells(body)];
  const columns = Math.max(1, ...placed.map(({ cell, column }) => column + cell.columns));
  const named = body.map(
    (cells) => cells.filter(({ heads, columns: wide }) => heads === 'line' && wide < columns).length,
  );
  return { columns, heads: Math.max(1, ...named) };
}
