import { cellText } from './cell-text.js';
import type { Batch, CellBlock, ColumnValues, Row } from './rows.js';

export const isBlock = (batch: Batch): batch is CellBlock => 'bytes' in batch;

export const isColumn = (batch: Batch): batch is ColumnValues => 'cells' in batch;

export const rowsIn = (batch: readonly Row[] | CellBlock): number => (isBlock(batch) ? batch.rows : batch.length);

/** What a batch holds in a column, row by row, as it stands in the file. */
export function cellAt(batch: Batch, column: number): (row: number) => string {
  if (isColumn(batch)) return (row) => cellText(batch.cells[row]);
  if (!isBlock(batch)) return (row) => batch[row]!.cells[column]!;
  const { text, width } = batch;
  return (row) => text(row * width + column);
}

/** A batch without its first row. */
export function withoutFirst(batch: readonly Row[] | CellBlock): readonly Row[] | CellBlock {
  if (!isBlock(batch)) return batch.slice(1);
  const { width, text } = batch;
  return {
    ...batch,
    rows: batch.rows - 1,
    starts: batch.starts.subarray(width),
    ends: batch.ends.subarray(width),
    text: (place) => text(place + width),
  };
}
