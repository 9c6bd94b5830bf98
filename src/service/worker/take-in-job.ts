import { rmSync } from 'node:fs';
import { histogram } from '../../core/codebook/summary.js';
import type { Code, Level } from '../../core/codebook/types.js';
import { type Dialect, readRows } from '../../formats/csv-read.js';
import { CHUNK, chunkWriter, insertColumn } from '../../store/columns.js';
import { closeForMove, createStudyFile } from '../../store/open.js';
import { insertStudy, type StudyRow } from '../../store/study.js';
import { insertCodeList, insertVariable } from '../../store/variables.js';
import type { ProfiledColumn } from './profile-job.js';
import { runs } from './describe-job.js';

/** A column as decided at the intake. */
export interface DecidedColumn {
  label: string;
  question: string;
  level: Level;
  /** A list's key: columns with the same key share one code list. Null: no codes. */
  list: string | null;
}

export interface TakeInJob {
  path: string;
  file: string;
  dialect: Dialect;
  /** Where the study's file is written; moved to its place by the caller. */
  into: string;
  study: Omit<StudyRow, 'revision'>;
  profiled: ProfiledColumn[];
  decided: DecidedColumn[];
  lists: Record<string, { name: string; codes: Code[] }>;
}

export interface Written {
  respondents: number;
}

/** Collects one column's cells into chunks. */
interface Collector {
  put: (cell: string) => void;
  flush: () => void;
  finish: () => void;
}

/** Writes a study's file from a delimited file, column chunk by column chunk, in one transaction. */
export async function writeStudy(job: TakeInJob): Promise<Written> {
  for (const end of ['', '-wal', '-shm']) rmSync(job.into + end, { force: true });
  const db = createStudyFile(job.into);
  try {
    // One transaction, written to a file that nobody sees until it is whole.
    db.pragma('synchronous = OFF');
    db.exec('BEGIN IMMEDIATE');
    insertStudy(db, job.study);
    const write = chunkWriter(db);
    const setHistogram = db.prepare('UPDATE data_column SET histogram = ? WHERE id = ?');
    const lists = new Map(
      Object.entries(job.lists).map(([key, { name, codes }]) => [key, insertCodeList(db, name, codes)]),
    );
    const collectors = job.profiled.map((profile, k): Collector => {
      const { name, storage, codes, blank } = profile;
      const id = insertColumn(db, { origin: 'source', name, storage, width: 1, blank, histogram: null }, codes);
      const { label, question, level, list } = job.decided[k]!;
      insertVariable(db, {
        name,
        label,
        question,
        level,
        columnId: id,
        codeListId: list === null ? null : (lists.get(list) ?? null),
        workingId: null,
      });
      const put = (number: number, bytes: Uint8Array) => write(id, 'values', number, bytes);
      return collectorFor(profile, put, (picture) => void setHistogram.run(picture, id));
    });
    let respondents = 0;
    let heading = true;
    for await (const batch of readRows(job.path, job.file, job.dialect)) {
      for (const { cells } of batch) {
        if (heading) {
          heading = false;
          continue;
        }
        for (let k = 0; k < collectors.length; k++) collectors[k]!.put(cells[k]!.trim());
        respondents++;
        if (respondents % CHUNK === 0) for (const collector of collectors) collector.flush();
      }
    }
    for (const collector of collectors) collector.finish();
    db.exec('COMMIT');
    closeForMove(db);
    return { respondents };
  } catch (error) {
    db.close();
    throw error;
  }
}

function collectorFor(
  { storage, codes }: ProfiledColumn,
  write: (number: number, bytes: Uint8Array) => void,
  picture: (histogram: string) => void,
): Collector {
  let number = 0;
  let filled = 0;
  const writeOut = (array: Uint8Array | Uint16Array | Float64Array) => {
    if (filled === 0) return;
    const part = array.subarray(0, filled);
    write(number++, new Uint8Array(part.buffer, part.byteOffset, part.byteLength));
    filled = 0;
  };
  if (storage === 'coded8' || storage === 'coded16') {
    const positions = new Map(codes.map(({ code }, k) => [code, k + 1]));
    const values = storage === 'coded8' ? new Uint8Array(CHUNK) : new Uint16Array(CHUNK);
    const flush = () => writeOut(values);
    return { put: (cell) => void (values[filled++] = positions.get(cell) ?? 0), flush, finish: flush };
  }
  if (storage === 'number') {
    const values = new Float64Array(CHUNK);
    const seen: Float64Array[] = [];
    const flush = () => {
      seen.push(values.slice(0, filled).filter((value) => !Number.isNaN(value)));
      writeOut(values);
    };
    const finish = () => {
      flush();
      const all = new Float64Array(seen.reduce((sum, part) => sum + part.length, 0));
      let at = 0;
      for (const part of seen) {
        all.set(part, at);
        at += part.length;
      }
      picture(JSON.stringify(histogram(runs(all.sort()))));
    };
    return { put: (cell) => void (values[filled++] = cell === '' ? NaN : Number(cell)), flush, finish };
  }
  let texts: (string | null)[] = [];
  const flush = () => {
    if (texts.length > 0) write(number++, new TextEncoder().encode(JSON.stringify(texts)));
    texts = [];
  };
  return { put: (cell) => void texts.push(cell === '' ? null : cell), flush, finish: flush };
}
