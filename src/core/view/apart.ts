import type { LaidCell, LaidOut } from './laid-cell.js';
import { placedCells, placedLines } from './placed-cells.js';

/** How many figures the cells of each column have at most. */
function partsOf(lines: LaidOut['body']): number[] {
  const parts: number[] = [];
  for (const { cell, column } of placedCells(lines))
    if (cell.columns === 1) parts[column] = Math.max(parts[column] ?? 1, cell.parts?.length ?? 1);
  return parts;
}

/** A cell over as many columns as its own take now. */
function widened(cell: LaidCell, wide: number): LaidCell[] {
  const { parts, ...rest } = cell;
  if (!parts) return [{ ...rest, columns: wide }];
  return parts.map((part, k) => {
    const isLast = k === parts.length - 1;
    // A figure that stands by itself is no text any more.
    return { ...rest, ...part, isText: part.figure ? undefined : rest.isText, columns: isLast ? wide - k : 1 };
  });
}

/**
 * A table in which each figure has a cell of its own: of cells with several a column takes as many, under one heading.
 * What is no number there can be none in a spreadsheet.
 */
export function apart(laid: LaidOut): LaidOut {
  const parts = partsOf(laid.body);
  if (parts.every((count) => count === 1)) return laid;
  const wideOf = (column: number, columns: number) =>
    Array.from({ length: columns }, (_, k) => parts[column + k] ?? 1).reduce((sum, count) => sum + count, 0);
  const lines = (own: LaidOut['body']) =>
    placedLines(own).map((placed) => placed.flatMap(({ cell, column }) => widened(cell, wideOf(column, cell.columns))));
  return { ...laid, head: lines(laid.head), body: lines(laid.body) };
}
