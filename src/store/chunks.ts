import { crc32 } from 'node:zlib';
import { Fault } from '../core/fault.js';
import type { Db } from './open.js';
import { prepared } from './prepared.js';

export type Part = 'values' | 'state';

/** Writes one chunk: column, part, its first respondent (from 0), bytes. */
export type ChunkWriter = (column: number, part: Part, first: number, bytes: Uint8Array) => void;

/** Statement that writes chunks, each with the sum of its bytes. */
export function chunkWriter(db: Db): ChunkWriter {
  const insert = prepared(db, 'INSERT INTO main.chunk (column_id, part, first, bytes, sum) VALUES (?, ?, ?, ?, ?)');
  return (column, part, first, bytes) => void insert.run(column, part, first, bytes, crc32(bytes));
}

/** A column of which not all is there, or not as it was written. */
export function damagedColumn(db: Db, column: number, what: string): Fault {
  const row = prepared(
    db,
    `SELECT coalesce(v.name, c.name) AS name FROM data_column c LEFT JOIN variable v ON v.column_id = c.id
       WHERE c.id = ?`,
  ).get(column) as { name: string } | undefined;
  const name = row?.name ?? `column ${column}`;
  return new Fault(
    'damaged',
    `The data of ${name} is damaged: ${what}.`,
    'Restore the study from a backup; "hatch-count verify" says what is still right.',
    { variable: name },
  );
}

/** @throws Fault where bytes are not those that were written */
function checkSum(db: Db, column: number, first: number, bytes: Buffer, sum: number): Buffer {
  if (crc32(bytes) === sum) return bytes;
  throw damagedColumn(db, column, `what is kept from respondent ${first + 1} on is not what was written`);
}

interface ChunkRow {
  first: number;
  bytes: Buffer;
  sum: number;
}

/**
 * The chunks of a column one after the other, each with its first respondent.
 * @throws Fault where one is not as it was written
 */
export function* readChunks(db: Db, column: number, part: Part = 'values'): Generator<Omit<ChunkRow, 'sum'>> {
  const firsts = prepared(db, 'SELECT first FROM chunk WHERE column_id = ? AND part = ? ORDER BY first')
    .pluck()
    .all(column, part);
  const read = prepared(db, 'SELECT first, bytes, sum FROM chunk WHERE column_id = ? AND part = ? AND first = ?');
  for (const first of firsts as number[]) {
    const { bytes, sum } = read.get(column, part, first) as ChunkRow;
    yield { first, bytes: checkSum(db, column, first, bytes, sum) };
  }
}

/**
 * All bytes of a column, one chunk behind the other.
 * @param each bytes of one respondent
 * @throws Fault where a chunk is gone or is not as it was written
 */
export function readBytes(db: Db, column: number, part: Part, each: number): ArrayBuffer {
  const respondents = (prepared(db, 'SELECT respondents FROM study').pluck().get() ?? 0) as number;
  const bytes = new Uint8Array(respondents * each);
  let at = 0;
  for (const chunk of readChunks(db, column, part)) {
    if (chunk.first * each !== at || at + chunk.bytes.length > bytes.length)
      throw damagedColumn(db, column, `respondent ${Math.floor(at / each) + 1} has no value`);
    bytes.set(chunk.bytes, at);
    at += chunk.bytes.length;
  }
  if (at === bytes.length) return bytes.buffer;
  throw damagedColumn(db, column, `it ends before respondent ${Math.floor(at / each) + 1} of ${respondents}`);
}

/** Statement that reads the chunk in which a respondent stands; undefined where there is none. */
export function chunkFinder(db: Db): (column: number, respondent: number) => Omit<ChunkRow, 'sum'> | undefined {
  const find = prepared(
    db,
    `SELECT first, bytes, sum FROM chunk WHERE column_id = ? AND part = 'values' AND first <= ?
     ORDER BY first DESC LIMIT 1`,
  );
  return (column, respondent) => {
    const row = find.get(column, respondent) as ChunkRow | undefined;
    return row && { first: row.first, bytes: checkSum(db, column, row.first, row.bytes, row.sum) };
  };
}

/** Takes a chunk away, so that another can be written in its place. */
export function removeChunk(db: Db, column: number, first: number): void {
  prepared(db, "DELETE FROM main.chunk WHERE column_id = ? AND part = 'values' AND first = ?").run(column, first);
}
