import { lowBits, wordAt } from '../core/count/column.js';
import { canonicalCode } from '../core/codebook/number.js';
import { chunkFinder, damagedColumn, readChunks } from './chunks.js';
import { arrayOf, columnRow, rawCodes } from './columns.js';
import type { Db } from './open.js';

/** A respondent's value as it stands in the data; null is blank. */
type Cell = string | number | null;

/** Reads the values of a column for respondents `from` to `to`, counted from 0. */
export type CellReader = (from: number, to: number) => Cell[];

/** The texts of a chunk. A shape over each of some 65,000 would take longer than the reading itself. */
function textsOf(bytes: Buffer): (string | null)[] {
  const texts: unknown = JSON.parse(bytes.toString('utf8'));
  const isText = (value: unknown) => value === null || typeof value === 'string';
  if (Array.isArray(texts) && texts.every(isText)) return texts;
  throw new Error('a chunk of texts holds something else');
}

/** Different texts, and letters of them together, that are held in memory at most. */
const MOST_TEXTS = 200_000;
const MOST_LETTERS = 16_000_000;

/**
 * The texts of a column, each different one once, and for each respondent which, from 1; 0: none. Null where they are
 * too many to be held in memory.
 */
export function readTexts(db: Db, id: number): { distinct: string[]; place: Int32Array } | null {
  const places = new Map<string, number>();
  const parts: Int32Array[] = [];
  let letters = 0;
  for (const { bytes } of readChunks(db, id)) {
    const texts = textsOf(bytes);
    const part = new Int32Array(texts.length);
    for (let k = 0; k < texts.length; k++) {
      const text = texts[k] ?? null;
      if (text === null) continue;
      let place = places.get(text);
      if (place === undefined) {
        place = places.size + 1;
        places.set(text, place);
        letters += text.length;
        if (place > MOST_TEXTS || letters > MOST_LETTERS) return null;
      }
      part[k] = place;
    }
    parts.push(part);
  }
  const place = new Int32Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    place.set(part, at);
    at += part.length;
  }
  return { distinct: [...places.keys()], place };
}

type Decoder = (bytes: Buffer) => { length: number; cell: (k: number) => Cell };

function decoderFor(db: Db, id: number): Decoder {
  const { storage } = columnRow(db, id);
  const codes = rawCodes(db, id).map(({ code }) => (storage === 'number' ? code : canonicalCode(code)));
  if (storage === 'text') {
    return (bytes) => {
      const texts = textsOf(bytes);
      return { length: texts.length, cell: (k) => texts[k] ?? null };
    };
  }
  if (storage === 'number') {
    return (bytes) => {
      const values = new Float64Array(arrayOf(bytes));
      const low = lowBits(values);
      const cell = (k: number) => (Number.isNaN(values[k]) ? (codes[wordAt(low, k) - 1] ?? null) : values[k]!);
      return { length: values.length, cell };
    };
  }
  if (storage === 'sets') throw new Error('sets have no single value');
  return (bytes) => {
    const values = storage === 'coded8' ? new Uint8Array(bytes) : new Uint16Array(arrayOf(bytes));
    return { length: values.length, cell: (k) => codes[values[k]! - 1] ?? null };
  };
}

/** Reads a column's values a stretch at a time, with one chunk of it in memory. Not for multiple response. */
export function cellReader(db: Db, id: number): CellReader {
  const decode = decoderFor(db, id);
  const find = chunkFinder(db);
  let chunk: { first: number; length: number; cell: (k: number) => Cell } = {
    first: 0,
    length: 0,
    cell: (): Cell => null,
  };
  return (from, to) => {
    const cells: Cell[] = [];
    for (let k = from; k < to; k++) {
      if (k < chunk.first || k >= chunk.first + chunk.length) {
        const row = find(id, k);
        if (!row) throw damagedColumn(db, id, `respondent ${k + 1} has no value`);
        chunk = { first: row.first, ...decode(row.bytes) };
        if (k >= chunk.first + chunk.length) throw damagedColumn(db, id, `it ends before respondent ${k + 1}`);
      }
      cells.push(chunk.cell(k - chunk.first));
    }
    return cells;
  };
}
