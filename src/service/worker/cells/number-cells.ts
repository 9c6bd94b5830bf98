import { detached } from '../../../core/codebook/detached.js';
import {
  type Facts,
  isMostlyNumbers,
  MOST_EXCEPTIONS,
  takePlainNumber,
  takeValue,
} from '../../../core/codebook/facts.js';
import { type PlainDigits, plainDigits } from '../../../core/codebook/plain-digits.js';
import type { Histogram } from '../../../core/codebook/summary-shape.js';
import { cellAt, isBlock, isColumn } from '../../../formats/cell-block.js';
import type { Batch } from '../../../formats/rows.js';
import { readChunks } from '../../../store/chunks.js';
import { arrayOf, finishColumn } from '../../../store/columns.js';
import type { Cells, ColumnUnderWay, WrittenAs } from './cells.js';

const BINS = 12;
const BYTES = 8;

/** Whether what was taken is numbers, by its facts. */
export function isNumber(facts: Facts, { asked }: WrittenAs): boolean {
  return isMostlyNumbers(facts) || (asked && facts.numbers > 0 && facts.words !== null);
}

/** The words among the numbers of a column, each with its own NaN. */
export interface NumberWords {
  /** Writes a number, or the NaN that stands for a word; 0 is blank. */
  set: (values: Float64Array, at: number, number: number | null, value: string) => void;
  readonly size: number;
  all: () => string[];
}

export function numberWords(): NumberWords {
  const words = new Map<string, number>();
  const numberOf = (value: string): number => {
    const place = words.get(value);
    if (place !== undefined) return place;
    words.set(detached(value), words.size + 1);
    return words.size;
  };
  return {
    set: (values, at, number, value) => {
      values[at] = number ?? NaN;
      // The lower half of a NaN's bits says which word it stands for.
      if (number === null) new Uint32Array(values.buffer)[2 * at] = value === '' ? 0 : numberOf(value);
    },
    get size() {
      return words.size;
    },
    all: () => [...words.keys()],
  };
}

/** Whether a number is spelled in digits, with a point at most, and read back as the same. */
const isPlain = (number: number) =>
  Number.isInteger(number)
    ? Number.isSafeInteger(number) && !Object.is(number, -0)
    : Math.abs(number) > 1e-6 && Math.abs(number) < 1e15;

/** How many digits a number has that is spelled in digits. */
function shapeOf(text: string): PlainDigits {
  const sign = text.startsWith('-') ? 1 : 0;
  const point = text.indexOf('.');
  if (point < 0) return { length: text.length, whole: text.length - sign, fraction: 0 };
  return { length: text.length, whole: point - sign, fraction: text.length - point - 1 };
}

/** Takes the cell of a row if it is a number that is written plainly. */
function plainTaker(
  batch: Batch,
  at: number,
  digits: ReturnType<typeof plainDigits>,
  put: (number: number, shape: PlainDigits, text: () => string) => boolean,
): (row: number) => boolean {
  if (isColumn(batch)) {
    const { cells } = batch;
    return (row) => {
      const value = cells[row];
      const number = typeof value === 'bigint' ? Number(value) : value;
      if (typeof number !== 'number' || !isPlain(number)) return false;
      const text = String(number);
      return put(number, shapeOf(text), () => text);
    };
  }
  if (!isBlock(batch)) return () => false;
  const { bytes, starts, ends, width, text } = batch;
  return (row) => {
    const cell = row * width + at;
    const number = digits.read(bytes, starts[cell]!, ends[cell]!);
    return !Number.isNaN(number) && put(number, digits, () => text(cell).trim());
  };
}

/** The picture of a number column whose range is known, from its chunks. */
function histogramOf({ db, id }: ColumnUnderWay, { lowest, highest }: Facts): Histogram | null {
  if (lowest > highest) return null;
  const bins = new Array<number>(BINS).fill(0);
  const width = (highest - lowest) / BINS;
  for (const { bytes } of readChunks(db, id)) {
    for (const value of new Float64Array(arrayOf(bytes))) {
      if (Number.isNaN(value)) continue;
      bins[width === 0 ? 0 : Math.min(BINS - 1, Math.floor((value - lowest) / width))]!++;
    }
  }
  return { from: lowest, to: highest, bins };
}

/**
 * Cells as numbers, with words among them.
 * @param numbers those of the chunk under way, with room behind them
 * @param filled how many of them there are
 * @param blank how many were blank before
 */
export function numberCells(
  column: ColumnUnderWay,
  words: NumberWords,
  numbers: Float64Array,
  filled: number,
  blank: number,
): Cells {
  const { db, id, chunk, as, facts, write } = column;
  let spoiled = false;
  const makeRoom = (more: number) => {
    if (filled + more <= numbers.length) return;
    const larger = new Float64Array(Math.min(chunk, Math.max(numbers.length * 2, filled + more)));
    // Copied as bits: a NaN says which word it stands for.
    new Uint8Array(larger.buffer).set(new Uint8Array(numbers.buffer, 0, filled * BYTES));
    numbers = larger;
  };
  const digits = plainDigits();
  const put = (number: number, shape: PlainDigits, text: () => string): boolean => {
    if (shape.fraction > 0 && as.reading === ',') return false;
    takePlainNumber(facts, number, shape, text);
    numbers[filled++] = number;
    return true;
  };
  const cells: Cells = {
    take: (batch, at, from, to) => {
      makeRoom(to - from);
      const read = cellAt(batch, at);
      const takePlain = plainTaker(batch, at, digits, put);
      for (let k = from; k < to; k++) {
        if (takePlain(k)) continue;
        const cell = read(k).trim();
        if (cell === '') {
          blank++;
          words.set(numbers, filled++, null, '');
          continue;
        }
        const number = takeValue(facts, cell, 1, as);
        if (number === null && (words.size >= MOST_EXCEPTIONS || facts.words === null)) spoiled = true;
        words.set(numbers, filled++, number, spoiled ? '' : cell);
      }
      return cells;
    },
    flush: (first) => {
      const taken = filled;
      if (taken > 0) write(first, new Uint8Array(numbers.buffer, 0, taken * BYTES));
      filled = 0;
      return taken;
    },
    finish: () => {
      const exceptions = words.all().map((code) => ({ code, respondents: facts.words?.get(code) ?? 0 }));
      const histogram = JSON.stringify(histogramOf(column, facts));
      finishColumn(db, id, { storage: 'number', blank, histogram }, exceptions);
      return { id, storage: 'number', blank, facts, codes: null, spoiled: spoiled || !isNumber(facts, as) };
    },
  };
  return cells;
}
