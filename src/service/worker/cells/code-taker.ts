import { cellAt, isBlock, isColumn } from '../../../formats/cell-block.js';
import { cellText } from '../../../formats/cell-text.js';
import type { Batch, CellBlock, ColumnValues } from '../../../formats/rows.js';
import { addCode, findCodes, noByteCodes } from './byte-codes.js';
import type { CodeTable } from './code-table.js';

/** Values of a file with types that are remembered with their codes. */
const MOST_VALUES = 4096;
/** Whole numbers below this are remembered in an array: most answers are such. */
const SMALL = 256;

/** By what a value of a column with one type is found again: whole numbers of 64 bits and days are objects. */
function keyOf(value: unknown): unknown {
  if (typeof value === 'bigint') return Number.isSafeInteger(Number(value)) ? Number(value) : value;
  return value instanceof Date ? value.getTime() : value;
}

/** Takes cells `from` and what follows, as many as `into` has room for. @returns how many have a code */
type Take<B> = (batch: B, from: number, into: Uint16Array) => number;

function rowTaker(table: CodeTable): Take<(row: number) => string> {
  return (read, from, into) => {
    for (let k = 0; k < into.length; k++) {
      const code = table.codeOf(read(from + k));
      if (code < 0) return k;
      into[k] = code;
    }
    return into.length;
  };
}

function blockTaker(table: CodeTable): (at: number) => Take<CellBlock> {
  const known = noByteCodes();
  return (at) => (block, from, into) => {
    const { bytes, starts, ends, width, quote, text } = block;
    for (let k = 0; k < into.length; k++) {
      k += findCodes(known, block, (from + k) * width + at, into.subarray(k));
      if (k === into.length) break;
      const place = (from + k) * width + at;
      const read = text(place);
      const code = table.codeOf(read);
      if (code < 0) return k;
      // What a quote stands for hangs on whether the cell is quoted.
      if (quote === '' || !read.includes(quote)) addCode(known, bytes, starts[place]!, ends[place]!, code);
      into[k] = code;
    }
    return into.length;
  };
}

function columnTaker(table: CodeTable): Take<ColumnValues> {
  const codeOfValue = new Map<unknown, number>();
  /** Each code + 1. */
  const codeOfSmall = new Int32Array(SMALL);
  return ({ cells }, from, into) => {
    for (let k = 0; k < into.length; k++) {
      const value = cells[from + k];
      const key = keyOf(value);
      const isSmall = typeof key === 'number' && key >= 0 && key < SMALL && Number.isInteger(key);
      let code = isSmall ? codeOfSmall[key]! - 1 : (codeOfValue.get(key) ?? -1);
      if (code < 0) {
        code = table.codeOf(cellText(value));
        if (code < 0) return k;
        if (isSmall) codeOfSmall[key] = code + 1;
        else if (typeof key !== 'object' && codeOfValue.size < MOST_VALUES) codeOfValue.set(key, code);
      }
      into[k] = code;
    }
    return into.length;
  };
}

/** Takes the cells of a column of a batch, from a row on. @returns how many have a code; the next can have none */
export type CodeTaker = (batch: Batch, at: number, from: number, into: Uint16Array) => number;

/** Finds the codes of cells, in whatever form they come, and counts them. */
export function codeTaker(table: CodeTable): CodeTaker {
  const [ofRows, ofBlock, ofColumn] = [rowTaker(table), blockTaker(table), columnTaker(table)];
  return (batch, at, from, into) => {
    const taken = isColumn(batch)
      ? ofColumn(batch, from, into)
      : isBlock(batch)
        ? ofBlock(at)(batch, from, into)
        : ofRows(cellAt(batch, at), from, into);
    table.countCodes(into.subarray(0, taken));
    return taken;
  };
}
