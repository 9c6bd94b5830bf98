import { existsSync } from 'node:fs';
import { Readable } from 'node:stream';
import { writeCsv } from '../../formats/csv-write.js';
import { type Db, readStudyFile } from '../../store/open.js';
import { unreadRows } from '../../store/source-files.js';
import type { OpenStudy, Service } from '../context.js';
import { partFile, readRecord } from './record.js';

const AT_ONCE = 1000;

function* lines(db: Db): Generator<string> {
  yield writeCsv([['Line', 'Why it was not read', 'Its cells']]);
  for (let from = 0; ; from += AT_ONCE) {
    const rows = unreadRows(db, from, AT_ONCE);
    if (rows.length === 0) return;
    yield writeCsv(
      rows.map(({ line, why, cells }) => [line, why, ...cells]),
      false,
    );
  }
}

function stream(text: Iterable<string>): ReadableStream<Uint8Array> {
  return Readable.toWeb(Readable.from(text).map((part: string) => Buffer.from(part))) as ReadableStream<Uint8Array>;
}

/** Rows of a waiting file that could not be read, as CSV: line, reason, cells. */
export async function unreadOfIntake(service: Service, id: string): Promise<ReadableStream<Uint8Array>> {
  await readRecord(service, id);
  const part = partFile(service, id);
  if (!existsSync(part) || service.readings.has(id))
    return stream([writeCsv([['Line', 'Why it was not read', 'Its cells']])]);
  const db = readStudyFile(part);
  function* all() {
    try {
      yield* lines(db);
    } finally {
      db.close();
    }
  }
  return stream(all());
}

/** The same of the files that a study was made of. */
export function unreadOfStudy({ db }: OpenStudy): ReadableStream<Uint8Array> {
  return stream(lines(db));
}
