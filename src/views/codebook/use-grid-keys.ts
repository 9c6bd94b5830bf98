import type { ClipboardEvent, KeyboardEvent } from 'react';
import { copiedCells, pastedCells } from '../../core/codebook/pasted.js';
import { fieldAt, GRID_COLUMNS, STAR } from './grid-columns.js';
import { clear, fillDown, pasteInto, textsIn } from './grid-edits.js';
import { move, only, rangeOf, type Selection } from './grid-moves.js';
import type { GridProps } from './VariableGrid.js';

interface Wanted extends Pick<
  GridProps,
  'listed' | 'all' | 'selection' | 'select' | 'change' | 'pasted' | 'star' | 'undo' | 'redo' | 'closeUp'
> {
  /** A cell is typed in: the keys are its own. */
  typing: boolean;
  /** Begins to type in the cell that has the keyboard. */
  begin: (text?: string) => void;
  go: (selection: Selection) => void;
  /** Rows that a page of the grid has. */
  page: () => number;
}

/** What keys and the clipboard do in the grid. */
export function useGridKeys(wanted: Wanted) {
  const { listed, all, selection, select, change, pasted, star, undo, redo, closeUp, typing, begin, go, page } = wanted;
  const range = rangeOf(selection);
  const { at } = selection;
  const pressed = (event: KeyboardEvent<HTMLDivElement>) => {
    if (typing) return;
    const control = event.ctrlKey || event.metaKey;
    const size = { rows: listed.length, columns: GRID_COLUMNS.length, page: page() };
    const next = event.altKey ? null : move(selection, event.key, size, { extend: event.shiftKey, control });
    const letter = event.key.toLowerCase();
    if (next) go(next);
    else if (control && letter === 'a')
      select({ anchor: { row: 0, column: at.column }, at: { row: listed.length - 1, column: at.column } });
    else if (control && letter === 'd') change(fillDown(listed, range), 'Filled down.');
    else if (control && letter === 'z' && event.shiftKey) redo();
    else if (control && letter === 'z') undo();
    else if (control && letter === 'y') redo();
    else if (control || event.altKey) return;
    else if (event.key === 'Enter' || event.key === 'F2') {
      if (at.column === STAR) toggleStar();
      else begin();
    } else if (event.key === ' ') {
      if (at.column === STAR) toggleStar();
      else closeUp();
    } else if (event.key === 'Delete' || event.key === 'Backspace') change(clear(listed, range));
    else if (event.key === 'Escape') select(only(at.row, at.column));
    else if (event.key.length === 1) begin(fieldAt(at.column) === 'level' ? undefined : event.key);
    else return;
    event.preventDefault();
  };
  const toggleStar = () => {
    const chosen = listed.slice(range.top, range.bottom + 1);
    star(chosen, !chosen.every(({ starred }) => starred));
  };
  const copy = (event: ClipboardEvent) => {
    if (typing) return;
    event.clipboardData.setData('text/plain', copiedCells(textsIn(listed, range)));
    event.preventDefault();
  };
  const paste = (event: ClipboardEvent) => {
    if (typing) return;
    event.preventDefault();
    pasted(pasteInto(pastedCells(event.clipboardData.getData('text/plain')), listed, all, range));
  };
  return { pressed, copy, paste };
}
