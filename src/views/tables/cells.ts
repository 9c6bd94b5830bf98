import { createContext, type KeyboardEvent } from 'react';
import type { BlockAt } from './CrossTable.js';
import { cellPicks, pickFrom, pickTo } from './picked-cells.js';

/** A cell of a table: the line of an item, and the column of a nest. */
export interface CellAt extends BlockAt {
  row: number;
  column: number;
}

interface Cells {
  /** The cell that is open. */
  at: CellAt | null;
  /** Opens a cell; null: no cell can be opened here. */
  open: ((at: CellAt | null) => void) | null;
}

export const CellsContext = createContext<Cells>({ at: null, open: null });

export const isSameCell = (a: CellAt | null, b: CellAt): boolean =>
  a !== null && a.item === b.item && a.nest === b.nest && a.row === b.row && a.column === b.column;

const STEPS: Record<string, readonly [down: number, right: number]> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

/** The cells that can be opened, line by line. */
const linesIn = (table: Element): HTMLElement[][] =>
  [...table.querySelectorAll('tr')]
    .map((line) => [...line.querySelectorAll<HTMLElement>('td[data-cell]')])
    .filter(({ length }) => length > 0);

/**
 * Enter goes into the cells of a table, arrows go from one to the next, with Shift they choose all between; Enter opens
 * it, Escape leaves them.
 */
function cellKeys(event: KeyboardEvent<HTMLElement>): void {
  const table = event.currentTarget;
  const { target, key } = event;
  if (!(target instanceof HTMLElement)) return;
  const lines = linesIn(table);
  if (target === table) {
    if (key !== 'Enter') return;
    const first = lines[0]?.[0];
    if (first) pickFrom(table, first);
    first?.focus();
    event.preventDefault();
    return;
  }
  const line = lines.findIndex((cells) => cells.includes(target));
  if (line < 0) return;
  const [down, right] = STEPS[key] ?? [0, 0];
  const next = lines[line + down]?.[(lines[line]?.indexOf(target) ?? 0) + right];
  if (key === 'Enter' || key === ' ') target.click();
  else if (key === 'Escape') table.focus();
  else if (down !== 0 || right !== 0) {
    if (next && event.shiftKey) pickTo(table, next);
    else if (next) pickFrom(table, next);
    next?.focus();
  } else return;
  event.preventDefault();
}

/** What a table carries whose cells are gone through with the keyboard, and chosen to be copied. */
export const cellEvents = { onKeyDown: cellKeys, ...cellPicks };
