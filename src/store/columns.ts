import type { LinkedColumn } from '../core/linked/column.js';
import { insertLinkedColumn, linkOf } from './links.js';
import type { Level } from '../core/codebook/types.js';
import type { Storage } from '../core/intake/read-in-shape.js';
import { canonicalCode } from '../core/codebook/number.js';
import type { Column } from '../core/count/column.js';
import { chunkWriter, readBytes } from './chunks.js';
import type { Db } from './open.js';
import { prepared } from './prepared.js';
import { columnsChange, untilColumnsChange } from './unchanged.js';

/** Respondents in one chunk, where nothing speaks for fewer. */
export const CHUNK = 65_536;

export interface ColumnRow {
  id: number;
  origin: 'source' | 'working';
  name: string;
  storage: Storage;
  width: number;
  blank: number;
  /** JSON of a number column's `Histogram`. */
  histogram: string | null;
}

export interface ColumnCode {
  code: string;
  respondents: number;
}

export function insertColumn(db: Db, column: Omit<ColumnRow, 'id'>, codes: readonly ColumnCode[]): number {
  columnsChange(db);
  const { lastInsertRowid } = prepared(
    db,
    'INSERT INTO data_column (origin, name, storage, width, blank, histogram) VALUES (@origin, @name, ' +
      '@storage, @width, @blank, @histogram)',
  ).run(column);
  const id = Number(lastInsertRowid);
  insertCodes(db, id, codes);
  return id;
}

/** The bytes of a chunk as an array, wherever they lie. */
export function arrayOf(bytes: Buffer): ArrayBuffer {
  return new Uint8Array(bytes).buffer;
}

/** Says what a column turned out to be, once all of it was written. */
export function finishColumn(
  db: Db,
  id: number,
  { storage, blank, histogram }: Pick<ColumnRow, 'storage' | 'blank' | 'histogram'>,
  codes: readonly ColumnCode[],
): void {
  columnsChange(db);
  prepared(db, 'UPDATE data_column SET storage = ?, blank = ?, histogram = ? WHERE id = ?').run(
    storage,
    blank,
    histogram,
    id,
  );
  prepared(db, 'DELETE FROM column_code WHERE column_id = ?').run(id);
  insertCodes(db, id, codes);
}

function insertCodes(db: Db, id: number, codes: readonly ColumnCode[]): void {
  const insert = prepared(db, 'INSERT INTO column_code (column_id, position, code, respondents) VALUES (?, ?, ?, ?)');
  codes.forEach(({ code, respondents }, position) => insert.run(id, position, code, respondents));
}

/** Writes a whole array in chunks of `CHUNK` respondents, `perRespondent` elements each. */
export function writeArray(
  db: Db,
  column: number,
  part: 'values' | 'state',
  array: Uint8Array | Uint16Array | Uint32Array,
  perRespondent: number,
): void {
  const write = chunkWriter(db);
  const step = CHUNK * perRespondent;
  for (let from = 0; from < array.length; from += step) {
    const slice = array.subarray(from, Math.min(from + step, array.length));
    write(column, part, from / perRespondent, new Uint8Array(slice.buffer, slice.byteOffset, slice.byteLength));
  }
}

/** How what a working makes is stored, by its level. */
const STORED: Record<Level, Storage> = {
  unordered: 'coded8',
  ordered: 'coded8',
  number: 'number',
  multiple: 'sets',
  text: 'text',
};

/** A linked column in which everybody is blank. */
export function blankLinked(storage: Storage): LinkedColumn {
  const none = { is: 'whole', value: 0 } as const;
  if (storage === 'number') return { kind: 'number', words: [], parts: { value: { is: 'nothing' }, word: none } };
  if (storage === 'sets') return { kind: 'sets', options: [], parts: { state: none } };
  return storage === 'text'
    ? { kind: 'text', parts: { text: { is: 'nothing' } } }
    : { kind: 'coded', codes: [], parts: { place: none } };
}

/** A column of a working in which everybody is blank, until it is computed. */
export function blankColumn(db: Db, name: string, level: Level, respondents: number): number {
  const storage = STORED[level];
  const id = insertColumn(db, { origin: 'working', name, storage, width: 1, blank: respondents, histogram: null }, []);
  if (linkOf(db)) {
    insertLinkedColumn(db, id, blankLinked(storage));
    return id;
  }
  if (storage === 'number') {
    const halves = new Uint32Array(new Float64Array(respondents).fill(NaN).buffer);
    // The lower half of a NaN says which word it stands for; 0: it is blank.
    for (let k = 0; k < halves.length; k += 2) halves[k] = 0;
    writeArray(db, id, 'values', halves, 2);
  } else if (storage === 'sets') {
    writeArray(db, id, 'values', new Uint32Array(respondents), 1);
    writeArray(db, id, 'state', new Uint8Array(respondents), 1);
  } else writeArray(db, id, 'values', new Uint8Array(respondents), 1);
  return id;
}

export function removeColumn(db: Db, id: number): void {
  columnsChange(db);
  prepared(db, 'DELETE FROM data_column WHERE id = ?').run(id);
}

/** Takes away columns of workings that no variable has: what was computed for a change that did not land. */
export function dropLooseColumns(db: Db): void {
  columnsChange(db);
  prepared(db, "DELETE FROM data_column WHERE origin = 'working' AND id NOT IN (SELECT column_id FROM variable)").run();
}

export function columnRow(db: Db, id: number): ColumnRow {
  return prepared(db, 'SELECT id, origin, name, storage, width, blank, histogram FROM data_column WHERE id = ?').get(
    id,
  ) as ColumnRow;
}

/** Every column at once, by id. */
export const allColumnRows = untilColumnsChange((db: Db): ReadonlyMap<number, ColumnRow> => {
  const rows = prepared(db, 'SELECT id, origin, name, storage, width, blank, histogram FROM data_column').all();
  return new Map((rows as ColumnRow[]).map((row) => [row.id, row]));
});

/** The codes of a column as they were taken in, value k + 1 at k. */
export function rawCodes(db: Db, id: number): ColumnCode[] {
  return prepared(db, 'SELECT code, respondents FROM column_code WHERE column_id = ? ORDER BY position').all(
    id,
  ) as ColumnCode[];
}

/** Codes that are the same in their canonical form as one, with their respondents together. */
export function codesTogether(codes: readonly ColumnCode[]): ColumnCode[] {
  const byCode = new Map<string, ColumnCode>();
  for (const { code, respondents } of codes) {
    const name = canonicalCode(code);
    const before = byCode.get(name)?.respondents ?? 0;
    byCode.set(name, { code: name, respondents: before + respondents });
  }
  return [...byCode.values()];
}

/** Whether categories of a column can be counted as it is kept: its values are neither numbers nor texts one by one. */
export const isCountable = (storage: Storage): boolean => storage !== 'number' && storage !== 'text';

/** Whether a column is kept as codes, each respondent's by its place in the column's list of codes. */
export const isCoded = (storage: Storage): boolean => storage === 'coded8' || storage === 'coded16';

/** The codes of a column with their respondents, in canonical form. */
export function columnCodes(db: Db, id: number): ColumnCode[] {
  const codes = rawCodes(db, id);
  return isCoded(columnRow(db, id).storage) ? codesTogether(codes) : codes;
}

/** Codes and respondents of every column at once, by column. */
export const allColumnCodes = untilColumnsChange((db: Db): ReadonlyMap<number, readonly ColumnCode[]> => {
  const byColumn = new Map<number, { storage: Storage; codes: ColumnCode[] }>();
  const rows = prepared(
    db,
    `SELECT column_id, storage, code, respondents FROM column_code JOIN data_column ON data_column.id = column_id
     ORDER BY column_id, position`,
  )
    .raw()
    .all() as [id: number, storage: Storage, code: string, respondents: number][];
  for (const [id, storage, code, respondents] of rows) {
    const entry = byColumn.get(id);
    if (entry) entry.codes.push({ code, respondents });
    else byColumn.set(id, { storage, codes: [{ code, respondents }] });
  }
  return new Map(
    [...byColumn].map(([id, { storage, codes }]) => [id, isCoded(storage) ? codesTogether(codes) : codes]),
  );
});

/** Bytes of one respondent in a column of each storage; of sets: in one word. */
const BYTES = { coded8: 1, coded16: 2, number: 8, sets: 4 } as const;

/** Reads a column into memory; texts are not read, for nothing counts them. */
export function readColumn(db: Db, id: number): Column {
  const { storage, width } = columnRow(db, id);
  if (storage === 'text') return { kind: 'text', values: [] };
  const values = readBytes(db, id, 'values', BYTES[storage] * (storage === 'sets' ? width : 1));
  const codes = columnCodes(db, id).map(({ code }) => code);
  if (storage === 'number') return { kind: 'number', values: new Float64Array(values), words: codes };
  if (storage === 'sets') {
    const state = new Uint8Array(readBytes(db, id, 'state', 1));
    return { kind: 'sets', words: new Uint32Array(values), width, state, options: codes };
  }
  const raw = storage === 'coded8' ? new Uint8Array(values) : new Uint16Array(values);
  return { kind: 'coded', ...inCanonicalForm(raw, rawCodes(db, id)) };
}

/** A coded column whose codes are in canonical form: respondents who wrote 9 and 9.0 have one code. */
function inCanonicalForm(values: Uint8Array | Uint16Array, raw: readonly ColumnCode[]) {
  const codes = codesTogether(raw).map(({ code }) => code);
  if (codes.length < raw.length) {
    const place = new Map(codes.map((code, k) => [code, k + 1]));
    const lookup = [0, ...raw.map(({ code }) => place.get(canonicalCode(code)) ?? 0)];
    for (let k = 0; k < values.length; k++) values[k] = lookup[values[k] ?? 0] ?? 0;
  }
  return { values, codes };
}

export function columnBytes(column: Column): number {
  if (column.kind === 'text') return 0;
  return column.kind === 'sets' ? column.words.byteLength + column.state.byteLength : column.values.byteLength;
}
