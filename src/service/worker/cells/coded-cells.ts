import { takeValue } from '../../../core/codebook/facts.js';
import { fileNumber } from '../../../core/codebook/number-signs.js';
import { readChunks, removeChunk } from '../../../store/chunks.js';
import { arrayOf, codesTogether, finishColumn } from '../../../store/columns.js';
import type { Cells, ColumnUnderWay } from './cells.js';
import { codeTaker } from './code-taker.js';
import { codeTable } from './code-table.js';
import { isNumber, numberCells, numberWords } from './number-cells.js';
import { textCells, writeTexts } from './text-cells.js';

/** A chunk of codes: with a byte for each where all codes so far fit into one. */
type Codes = Uint8Array | Uint16Array;

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
  const takeCodes = codeTaker(table);
  const cells: Cells = {
    take: (batch, at, from, to) => {
      makeRoom(to - from);
      const taken = takeCodes(batch, at, from, coded.subarray(filled, filled + to - from));
      filled += taken;
      if (from + taken === to) return cells;
      const values = table.values();
      takeFacts(values);
      return (isNumber(facts, as) ? asNumbers(values) : asTexts(values)).take(batch, at, from + taken, to);
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
