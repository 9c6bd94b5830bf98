import { createContext, type KeyboardEvent, type MouseEvent, useContext } from 'react';
import { useSteady } from '../../kit/use-steady.js';
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

const isSameCell = (a: CellAt, b: CellAt): boolean =>
  a.item === b.item && a.nest === b.nest && a.row === b.row && a.column === b.column;

/**
 * What a cell carries by which its table knows it.
 * @param at its line is -1 where its own table has none: then it does not open
 * @param open the cell that is open
 */
export function cellMark(at: CellAt, open: CellAt | null) {
  return {
    tabIndex: -1,
    'data-cell': `${at.item} ${at.nest} ${at.row} ${at.column}`,
    'data-open': (open !== null && isSameCell(open, at)) || undefined,
  };
}

/** The cell that something in it was done to. */
function cellOf(target: EventTarget): CellAt | null {
  const cell = target instanceof Element ? target.closest<HTMLElement>('td[data-cell]') : null;
  const [item, nest, row, column] = (cell?.dataset['cell'] ?? '').split(' ').map(Number);
  if (item === undefined || nest === undefined || row === undefined || column === undefined) return null;
  return { item, nest, row, column };
}

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
    // A long table draws what comes into sight before the next key, however fast keys come.
    table.dispatchEvent(new Event('scroll'));
  } else return;
  event.preventDefault();
}

/**
 * What a table carries whose cells are gone through with the keyboard, chosen to be copied, and opened: it hears what
 * is done to its cells, of which there can be thousands.
 * @param read chooses the block that is read; absent where there is one
 */
export function useCellEvents(read: ((at: BlockAt) => void) | undefined) {
  const { at: shown, open } = useContext(CellsContext);
  const onClick = useSteady((event: MouseEvent<HTMLElement>) => {
    const at = cellOf(event.target);
    if (!at) return;
    read?.({ item: at.item, nest: at.nest });
    if (at.row >= 0) open?.(shown && isSameCell(shown, at) ? null : at);
  });
  return {
    events: { onKeyDown: cellKeys, onClick, ...cellPicks, 'data-opens': open !== null || undefined },
    at: shown,
  };
}
