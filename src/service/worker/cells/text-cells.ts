import { takeValue } from '../../../core/codebook/facts.js';
import { cellAt } from '../../../formats/cell-block.js';
import { finishColumn } from '../../../store/columns.js';
import type { Cells, ColumnUnderWay } from './cells.js';

/** Writes texts, null where a cell is blank, as a chunk. */
export function writeTexts({ write }: ColumnUnderWay, first: number, texts: readonly (string | null)[]): void {
  write(first, new TextEncoder().encode(JSON.stringify(texts)));
}

/**
 * Cells as text.
 * @param texts those of the chunk under way, where it was begun in another form
 * @param blank how many were blank before
 */
export function textCells(column: ColumnUnderWay, texts: (string | null)[] = [], blank = 0): Cells {
  const { db, id, waiting, as, facts } = column;
  const cells: Cells = {
    take: (batch, at, from, to) => {
      const read = cellAt(batch, at);
      for (let k = from; k < to; k++) {
        const cell = read(k).trim();
        if (cell === '') blank++;
        else takeValue(facts, cell, 1, as);
        texts.push(cell === '' ? null : cell);
        waiting.characters += cell.length;
      }
      return cells;
    },
    flush: (first) => {
      const { length } = texts;
      if (length > 0) writeTexts(column, first, texts);
      texts = [];
      return length;
    },
    finish: () => {
      finishColumn(db, id, { storage: 'text', blank, histogram: null }, []);
      return { id, storage: 'text', blank, facts, codes: null, spoiled: false };
    },
  };
  return cells;
}
