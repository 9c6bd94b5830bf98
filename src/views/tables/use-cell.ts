import { useContext } from 'react';
import { type CellAt, CellsContext, isSameCell } from './cells.js';

/** What a cell carries that can be opened; nothing where none can, as on a line that its table does not have. */
export function useCell(at: CellAt, read: (() => void) | undefined) {
  const { at: shown, open } = useContext(CellsContext);
  const isOpen = isSameCell(shown, at);
  if (!open || at.row < 0) return { onClick: read };
  return {
    tabIndex: -1,
    'data-cell': isOpen ? 'open' : '',
    onClick: () => {
      read?.();
      open(isOpen ? null : at);
    },
  };
}
