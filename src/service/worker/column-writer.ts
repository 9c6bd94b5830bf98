import {
  type AskedReading,
  type Facts,
  isMostlyNumbers,
  LONGEST_CODE,
  MOST_EXCEPTIONS,
  noFacts,
  takeValue,
} from '../../core/codebook/facts.js';
import { detached } from '../../core/codebook/detached.js';
import { fileNumber } from '../../core/codebook/number-signs.js';
import type { Histogram } from '../../core/codebook/summary-shape.js';
import type { FoundCode } from '../../core/intake/read-in-shape.js';
import { MOST_CODES } from '../../core/codebook/understand.js';
import type { Row } from '../../formats/rows.js';
import {
  arrayOf,
  chunkWriter,
  codesTogether,
  type ColumnRow,
  finishColumn,
  insertColumn,
  readChunks,
  removeChunk,
} from '../../store/columns.js';
import type { Db } from '../../store/open.js';

/** What a column turned out to be. */
export interface WrittenColumn {
  id: number;
  storage: ColumnRow['storage'];
  blank: number;
  facts: Facts;
  /** Its different values; null where there are more than a code list holds. */
  found: FoundCode[] | null;
  /** Begun as numbers, it turned out to be text: it has to be written again from the file, as text. */
  spoiled: boolean;
}

/** Writes one column's cells, chunk by chunk, in the form that suits what comes. */
export interface ColumnWriter {
  /** Takes the cells at `column` of rows `from` to `to`, which all go into the chunk under way. */
  take: (rows: readonly Row[], column: number, from: number, to: number) => void;
  /** Ends the chunk under way. */
  flush: () => void;
  finish: () => WrittenColumn;
}

/** Characters of text that wait to be written, over all columns. */
export interface Waiting {
  characters: number;
}

const MOST_CODE_CHARACTERS = 65_536;
const BINS = 12;

interface Place {
  db: Db;
  name: string;
  /** Respondents in a chunk at most. */
  chunk: number;
  waiting: Waiting;
}

/** How a column is to be written: how its numbers are read, and whether it is text, whatever comes. */
export interface WrittenAs extends AskedReading {
  asText: boolean;
}

/**
 * A column begins as codes: each different value gets the next code. Where more values come than a code list holds,
 * what was written so far is written again, as numbers where nearly all are numbers, else as text.
 */
export function columnWriter({ db, name, chunk, waiting }: Place, as: WrittenAs): ColumnWriter {
  const id = insertColumn(db, { origin: 'source', name, storage: 'text', width: 1, blank: 0, histogram: null }, []);
  const write = chunkWriter(db);
  const facts = noFacts();
  let form: 'codes' | 'numbers' | 'text' = as.asText ? 'text' : 'codes';
  let spoiled = false;
  let blank = 0;
  /** First respondent of the chunk under way, and how many are in it. */
  let first = 0;
  let filled = 0;

  // Codes: a value's code, and respondents by code. Most codes are one character, found without a map.
  const codeOf = new Map<string, number>();
  const short = new Int16Array(128).fill(-1);
  let respondents = new Uint32Array(256);
  let characters = 0;
  let coded = new Uint16Array(Math.min(chunk, 1024));
  /** Chunks written with a byte for each code. */
  let narrow: number[] = [];

  let numbers = new Float64Array(0);
  const words = new Map<string, number>();
  let texts: (string | null)[] = [];

  const addCode = (cell: string): number | null => {
    if (codeOf.size >= MOST_CODES || cell.length > LONGEST_CODE || characters + cell.length > MOST_CODE_CHARACTERS)
      return null;
    const code = codeOf.size + 1;
    characters += cell.length;
    codeOf.set(detached(cell), code);
    if (cell.length === 1 && cell.charCodeAt(0) < 128) short[cell.charCodeAt(0)] = code;
    if (code >= respondents.length) {
      const more = new Uint32Array(respondents.length * 2);
      more.set(respondents);
      respondents = more;
    }
    return code;
  };

  /** Takes codes until one comes that is too many. @returns the row it came in, or `to` */
  const takeCodes = (rows: readonly Row[], column: number, from: number, to: number): number => {
    if (filled + to - from > coded.length) {
      const more = new Uint16Array(Math.min(chunk, Math.max(coded.length * 4, filled + to - from)));
      more.set(coded.subarray(0, filled));
      coded = more;
    }
    for (let k = from; k < to; k++) {
      const cell = rows[k]!.cells[column]!;
      let code: number | undefined = cell.length === 1 ? short[cell.charCodeAt(0)] : codeOf.get(cell);
      if (code === undefined || code < 0) {
        const trimmed = cell.trim();
        code = trimmed === '' ? 0 : (codeOf.get(trimmed) ?? addCode(trimmed) ?? -1);
        if (code < 0) return k;
      }
      respondents[code]!++;
      coded[filled++] = code;
    }
    return to;
  };

  const flushCodes = () => {
    const isNarrow = codeOf.size < 256;
    const part = coded.subarray(0, filled);
    if (isNarrow) narrow.push(first);
    write(
      id,
      'values',
      first,
      isNarrow ? Uint8Array.from(part) : new Uint8Array(part.buffer, part.byteOffset, part.byteLength),
    );
  };

  /** Every chunk of codes written so far, and then the one under way, as codes. */
  function* codesWritten(): Generator<{ first: number; codes: Uint8Array | Uint16Array }> {
    const isNarrow = new Set(narrow);
    for (const { first: at, bytes } of readChunks(db, id)) {
      removeChunk(db, id, at);
      yield { first: at, codes: isNarrow.has(at) ? new Uint8Array(arrayOf(bytes)) : new Uint16Array(arrayOf(bytes)) };
    }
  }

  const numberIn = (value: string) => fileNumber(value, as.reading, as.asked);
  const isNumber = () => isMostlyNumbers(facts) || (as.asked && facts.numbers > 0 && facts.words !== null);

  const factsOfCodes = () => {
    for (const [value, code] of codeOf) takeValue(facts, value, respondents[code]!, as);
    blank = respondents[0]!;
  };

  const numberWords = (value: string): number => {
    const known = words.get(value);
    if (known !== undefined) return known;
    words.set(detached(value), words.size + 1);
    return words.size;
  };

  const setNumber = (values: Float64Array, at: number, number: number | null, value: string) => {
    values[at] = number ?? NaN;
    if (number === null) new Uint32Array(values.buffer)[2 * at] = value === '' ? 0 : numberWords(value);
  };

  /** Leaves codes behind: what was written is written again. */
  const leaveCodes = () => {
    factsOfCodes();
    const values = ['', ...codeOf.keys()];
    form = isNumber() ? 'numbers' : 'text';
    const parsed = values.map((value) => (value === '' ? null : numberIn(value)));
    const asNumbers = (codes: Uint8Array | Uint16Array, into: Float64Array) =>
      codes.forEach((code, k) => setNumber(into, k, parsed[code]!, values[code]!));
    for (const { first: at, codes } of codesWritten()) {
      if (form === 'numbers') {
        const array = new Float64Array(codes.length);
        asNumbers(codes, array);
        write(id, 'values', at, new Uint8Array(array.buffer));
      } else
        writeTexts(
          at,
          Array.from(codes, (code) => (code === 0 ? null : values[code]!)),
        );
    }
    const underWay = coded.subarray(0, filled);
    if (form === 'numbers') {
      numbers = new Float64Array(Math.min(chunk, Math.max(1024, filled * 2)));
      asNumbers(underWay, numbers);
    } else texts = Array.from(underWay, (code) => (code === 0 ? null : values[code]!));
    codeOf.clear();
    coded = new Uint16Array(0);
    narrow = [];
  };

  const writeTexts = (at: number, cells: readonly (string | null)[]) =>
    write(id, 'values', at, new TextEncoder().encode(JSON.stringify(cells)));

  const takeNumbers = (rows: readonly Row[], column: number, from: number, to: number) => {
    if (filled + to - from > numbers.length) {
      const more = new Float64Array(Math.min(chunk, Math.max(numbers.length * 2, filled + to - from)));
      // Copied as bits: a NaN says which word it stands for.
      new Uint8Array(more.buffer).set(new Uint8Array(numbers.buffer, 0, filled * 8));
      numbers = more;
    }
    for (let k = from; k < to; k++) {
      const cell = rows[k]!.cells[column]!.trim();
      if (cell === '') {
        blank++;
        setNumber(numbers, filled++, null, '');
        continue;
      }
      const number = takeValue(facts, cell, 1, as);
      if (number === null && (words.size >= MOST_EXCEPTIONS || facts.words === null)) spoiled = true;
      setNumber(numbers, filled++, number, spoiled ? '' : cell);
    }
  };

  const takeTexts = (rows: readonly Row[], column: number, from: number, to: number) => {
    for (let k = from; k < to; k++) {
      const cell = rows[k]!.cells[column]!.trim();
      if (cell === '') blank++;
      else takeValue(facts, cell, 1, as);
      texts.push(cell === '' ? null : cell);
      waiting.characters += cell.length;
      filled++;
    }
  };

  const flush = () => {
    if (filled === 0) return;
    if (form === 'codes') flushCodes();
    else if (form === 'numbers') write(id, 'values', first, new Uint8Array(numbers.buffer, 0, filled * 8));
    else {
      writeTexts(first, texts);
      texts = [];
    }
    first += filled;
    filled = 0;
  };

  return {
    flush,
    take: (rows, column, from, to) => {
      let at = from;
      if (form === 'codes') {
        at = takeCodes(rows, column, from, to);
        if (at < to) leaveCodes();
      }
      if (at === to) return;
      if (form === 'numbers') takeNumbers(rows, column, at, to);
      else takeTexts(rows, column, at, to);
    },
    finish: () => {
      flush();
      if (form === 'codes') {
        factsOfCodes();
        const plainly = facts.written > 0 && isNumber();
        const nameOf = (value: string) => (plainly ? String(numberIn(value) ?? value) : value);
        const found = [...codeOf].map(([value, k]) => ({ code: nameOf(value), respondents: respondents[k]! }));
        const storage = found.length < 256 ? 'coded8' : 'coded16';
        if (storage === 'coded16') {
          for (const { first: at, bytes } of readChunks(db, id)) {
            if (!narrow.includes(at)) continue;
            removeChunk(db, id, at);
            write(id, 'values', at, new Uint8Array(Uint16Array.from(new Uint8Array(bytes)).buffer));
          }
        }
        finishColumn(db, id, { storage, blank, histogram: null }, found);
        return { id, storage, blank, facts, found: plainly ? codesTogether(found) : found, spoiled: false };
      }
      if (form === 'text') {
        finishColumn(db, id, { storage: 'text', blank, histogram: null }, []);
        return { id, storage: 'text', blank, facts, found: null, spoiled: false };
      }
      const exceptions = [...words.keys()].map((code) => ({ code, respondents: facts.words?.get(code) ?? 0 }));
      const picture = JSON.stringify(histogramOf(db, id, facts));
      finishColumn(db, id, { storage: 'number', blank, histogram: picture }, exceptions);
      return { id, storage: 'number', blank, facts, found: null, spoiled: spoiled || !isNumber() };
    },
  };
}

/** The picture of a number column whose range is known, from its chunks. */
function histogramOf(db: Db, id: number, { lowest, highest }: Facts): Histogram | null {
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
