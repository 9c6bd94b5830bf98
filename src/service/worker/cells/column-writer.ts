import { noFacts } from '../../../core/codebook/facts.js';
import type { Batch } from '../../../formats/rows.js';
import { chunkWriter } from '../../../store/chunks.js';
import { insertColumn } from '../../../store/columns.js';
import type { Db } from '../../../store/open.js';
import type { Cells, ColumnUnderWay, Waiting, WrittenAs, WrittenColumn } from './cells.js';
import { codedCells } from './coded-cells.js';
import { textCells } from './text-cells.js';

/** Writes one column's cells, chunk by chunk, in the form that suits what comes. */
export interface ColumnWriter {
  /** Takes the cells at `column` of a batch's rows `from` to `to`, which all go into the chunk under way. */
  take: (batch: Batch, column: number, from: number, to: number) => void;
  /** Ends the chunk under way. */
  flush: () => void;
  finish: () => WrittenColumn;
}

/** Where a column goes. */
interface ColumnTarget {
  db: Db;
  name: string;
  /** Respondents in a chunk at most. */
  chunk: number;
  waiting: Waiting;
}

/** A column begins as codes (`codedCells`), unless it is to be text from the start. */
export function columnWriter({ db, name, chunk, waiting }: ColumnTarget, as: WrittenAs): ColumnWriter {
  const id = insertColumn(db, { origin: 'source', name, storage: 'text', width: 1, blank: 0, histogram: null }, []);
  const writeChunk = chunkWriter(db);
  const column: ColumnUnderWay = {
    db,
    id,
    chunk,
    waiting,
    as,
    facts: noFacts(),
    write: (first, bytes) => writeChunk(id, 'values', first, bytes),
  };
  let cells: Cells = as.asText ? textCells(column) : codedCells(column);
  let first = 0;
  const flush = () => {
    first += cells.flush(first);
  };
  return {
    flush,
    take: (batch, at, from, to) => {
      cells = cells.take(batch, at, from, to);
    },
    finish: () => {
      flush();
      return cells.finish();
    },
  };
}
