import type { AskedReading, Facts } from '../../../core/codebook/facts.js';
import type { FoundCode } from '../../../core/intake/read-in-shape.js';
import type { Batch } from '../../../formats/rows.js';
import type { ColumnRow } from '../../../store/columns.js';
import type { Db } from '../../../store/open.js';

/** How a column is to be written: how its numbers are read, and whether it is text from the start. */
export interface WrittenAs extends AskedReading {
  asText: boolean;
}

/** Characters of text that wait to be written, over all columns. */
export interface Waiting {
  characters: number;
}

/** A column that is being written. */
export interface ColumnUnderWay {
  db: Db;
  id: number;
  /** Respondents in a chunk at most. */
  chunk: number;
  waiting: Waiting;
  as: WrittenAs;
  facts: Facts;
  /** Writes a chunk that begins with the respondent `first`. */
  write: (first: number, bytes: Uint8Array) => void;
}

/** What a column turned out to be. */
export interface WrittenColumn {
  id: number;
  storage: ColumnRow['storage'];
  blank: number;
  facts: Facts;
  /** Its different values; null where there are more than a code list holds. */
  codes: FoundCode[] | null;
  /** Begun as numbers, it turned out to be text: it has to be written again from the file, as text. */
  spoiled: boolean;
}

/** The cells of a column in one form: as codes, as numbers, or as text. */
export interface Cells {
  /**
   * Takes the cells at `column` of a batch's rows `from` to `to`.
   * @returns who takes the next ones: itself, or cells in another form, which have taken the rest
   */
  take: (batch: Batch, column: number, from: number, to: number) => Cells;
  /** Writes what was taken since the last time, from the respondent `first` on. @returns how many */
  flush: (first: number) => number;
  /** Ends the column, when all was written. */
  finish: () => WrittenColumn;
}
