import { takeValue } from '../../../core/codebook/facts.js';
import { fileNumber } from '../../../core/codebook/number-signs.js';
import { cellAt, isBlock, isColumn } from '../../../formats/cell-block.js';
import { cellText } from '../../../formats/cell-text.js';
import type { Batch, CellBlock, ColumnValues } from '../../../formats/rows.js';
import { readChunks, removeChunk } from '../../../store/chunks.js';
import { arrayOf, codesTogether, finishColumn } from '../../../store/columns.js';
import type { Cells, ColumnUnderWay } from './cells.js';
import { addCode, findCodes, noByteCodes } from './byte-codes.js';
import { codeTable } from './code-table.js';
import { isNumber, numberCells, numberWords } from './number-cells.js';
import { textCells, writeTexts } from './text-cells.js';

/** A chunk of codes: with a byte for each where all codes so far fit into one. */
type Codes = Uint8Array | Uint16Array;

/** Values of a file with types that are remembered with their codes. */
const MOST_VALUES = 4096;
const SMALL = 256;

/** By what a value of a column with one type is found again: whole numbers of 64 bits and days are objects. */
function keyOf(value: unknown): unknown {
  if (typeof value === 'bigint') return Number.isSafeInteger(Number(value)) ? Number(value) : value;
  return value instanceof Date ? value.getTime() : value;
}

/** The chunks of codes of a column, each known by its first respondent. */
function codeChunks({ db, id, write }: ColumnUnderWay) {
  /** Those that were written with a byte for each code. */
  const narrow = new Set<number>();
  return {
    write: (first: number, part: Uint16Array, isNarrow: boolean) => {
      if (isNarrow) narrow.add(first);
      write(first, isNarrow ? Uint8Array.from(part) : new Uint8Array(part.buffer, part.byteOffset, part.byteLength));
    },
    /** Those written so far, or the narrow ones of them, each taken out as it is given. */
    *taken(which: 'all' | 'narrow'): Generator<{ first: number; codes: Codes }> {
      for (const { first, bytes } of readChunks(db, id)) {
        const isNarrow = narrow.has(first);
        if (which === 'narrow' && !isNarrow) continue;
        removeChunk(db, id, first);
        yield { first, codes: isNarrow ? new Uint8Array(arrayOf(bytes)) : new Uint16Array(arrayOf(bytes)) };
      }
    },
  };
}

/**
 * Cells as codes: each different value gets the next code. Where more values come than a code list holds, what was
 * written so far is written again, as numbers where nearly all are numbers, else as text.
 */
export function codedCells(column: ColumnUnderWay): Cells {
  const { db, id, chunk, as, facts, write } = column;
  const table = codeTable();
  const chunks = codeChunks(column);
  let coded = new Uint16Array(Math.min(chunk, 1024));
  let filled = 0;
  const numberIn = (value: string) => fileNumber(value, as.reading, as.asked);
  const makeRoom = (more: number) => {
    if (filled + more <= coded.length) return;
    const larger = new Uint16Array(Math.min(chunk, Math.max(coded.length * 4, filled + more)));
    larger.set(coded.subarray(0, filled));
    coded = larger;
  };
  const takeFacts = (values: readonly string[]) => {
    for (const [code, value] of values.entries()) {
      if (code > 0) takeValue(facts, value, table.respondentsOf(code), as);
    }
  };
  const asNumbers = (values: readonly string[]): Cells => {
    const words = numberWords();
    const parsed = values.map((value) => (value === '' ? null : numberIn(value)));
    const put = (codes: Codes, into: Float64Array) =>
      codes.forEach((code, k) => words.set(into, k, parsed[code]!, values[code]!));
    for (const { first, codes } of chunks.taken('all')) {
      const numbers = new Float64Array(codes.length);
      put(codes, numbers);
      write(first, new Uint8Array(numbers.buffer));
    }
    const numbers = new Float64Array(Math.min(chunk, Math.max(1024, filled * 2)));
    put(coded.subarray(0, filled), numbers);
    return numberCells(column, words, numbers, filled, table.respondentsOf(0));
  };
  const asTexts = (values: readonly string[]): Cells => {
    const textsOf = (codes: Codes) => Array.from(codes, (code) => (code === 0 ? null : values[code]!));
    for (const { first, codes } of chunks.taken('all')) writeTexts(column, first, textsOf(codes));
    return textCells(column, textsOf(coded.subarray(0, filled)), table.respondentsOf(0));
  };
  /** Codes of a batch's cells. @returns the row whose cell can have no code; `to` where all have one */
  const takeRows = (read: (row: number) => string, from: number, to: number): number => {
    for (let k = from; k < to; k++) {
      const code = table.count(read(k));
      if (code < 0) return k;
      coded[filled++] = code;
    }
    return to;
  };
  const known = noByteCodes();
  const takeBlock = (block: CellBlock, at: number, from: number, to: number): number => {
    const into = coded.subarray(filled, filled + to - from);
    let k = 0;
    for (; k < into.length; k++) {
      k += findCodes(known, block, (from + k) * block.width + at, into.subarray(k));
      if (k === into.length) break;
      const place = (from + k) * block.width + at;
      const read = block.text(place);
      const code = table.codeOf(read);
      if (code < 0) break;
      // What a quote stands for hangs on whether the cell is quoted.
      if (!/["']/.test(read)) addCode(known, block.bytes, block.starts[place]!, block.ends[place]!, code);
      into[k] = code;
    }
    table.countCodes(into.subarray(0, k));
    filled += k;
    return from + k;
  };
  const codeOfValue = new Map<unknown, number>();
  /** Of whole numbers from 0 on, their code + 1: most answers are such. */
  const codeOfSmall = new Int32Array(SMALL);
  const takeColumn = ({ values }: ColumnValues, from: number, to: number): number => {
    const into = coded.subarray(filled, filled + to - from);
    let k = 0;
    for (; k < into.length; k++) {
      const value = values[from + k];
      const key = keyOf(value);
      const isSmall = typeof key === 'number' && key >= 0 && key < SMALL && Number.isInteger(key);
      let code = isSmall ? codeOfSmall[key]! - 1 : (codeOfValue.get(key) ?? -1);
      if (code < 0) {
        code = table.codeOf(cellText(value));
        if (code < 0) break;
        if (isSmall) codeOfSmall[key] = code + 1;
        else if (typeof key !== 'object' && codeOfValue.size < MOST_VALUES) codeOfValue.set(key, code);
      }
      into[k] = code;
    }
    table.countCodes(into.subarray(0, k));
    filled += k;
    return from + k;
  };
  const takeBatch = (batch: Batch, at: number, from: number, to: number): number => {
    if (isColumn(batch)) return takeColumn(batch, from, to);
    return isBlock(batch) ? takeBlock(batch, at, from, to) : takeRows(cellAt(batch, at), from, to);
  };
  const cells: Cells = {
    take: (batch, at, from, to) => {
      makeRoom(to - from);
      const stop = takeBatch(batch, at, from, to);
      if (stop === to) return cells;
      const values = table.values();
      takeFacts(values);
      return (isNumber(facts, as) ? asNumbers(values) : asTexts(values)).take(batch, at, stop, to);
    },
    flush: (first) => {
      const length = filled;
      filled = 0;
      if (length > 0) chunks.write(first, coded.subarray(0, length), table.isNarrow());
      return length;
    },
    finish: () => {
      const values = table.values();
      takeFacts(values);
      const blank = table.respondentsOf(0);
      const plainly = facts.written > 0 && isNumber(facts, as);
      const nameOf = (value: string) => (plainly ? String(numberIn(value) ?? value) : value);
      const listed = values.slice(1).map((value, k) => ({
        code: nameOf(value),
        respondents: table.respondentsOf(k + 1),
      }));
      const storage = table.isNarrow() ? 'coded8' : 'coded16';
      if (storage === 'coded16') {
        for (const { first, codes } of chunks.taken('narrow')) {
          write(first, new Uint8Array(Uint16Array.from(codes).buffer));
        }
      }
      finishColumn(db, id, { storage, blank, histogram: null }, listed);
      return { id, storage, blank, facts, codes: plainly ? codesTogether(listed) : listed, spoiled: false };
    },
  };
  return cells;
}
