import { PLAIN_NUMBERS } from '../../core/codebook/facts.js';
import type { Understanding } from '../../core/intake/read-in-shape.js';
import { understand } from '../../core/codebook/understand.js';
import type { Row } from '../../formats/rows.js';
import { type CellReader, cellReader } from '../../store/cells.js';
import { CHUNK, type ColumnRow, removeColumn } from '../../store/columns.js';
import { type Db, openStudyFile, readStudyFile, copyStudyFile, closeForMove } from '../../store/open.js';
import { copyUnread, insertSourceFile, type SourceFileRow } from '../../store/source-files.js';
import type { Waiting, WrittenColumn } from './cells/cells.js';
import { columnWriter } from './cells/column-writer.js';

export interface JoinedColumn {
  name: string;
  /** Columns of the study and of the new file; null: that side has none, and its respondents are blank. */
  old: number | null;
  fresh: number | null;
  /** A code that all respondents of a side get, in the place of a column's values. */
  codes?: { old: string | null; fresh: string } | undefined;
}

export interface JoinJob {
  /** The study as it is, the columns of the new file, and where the joined study is written. */
  study: string;
  part: string;
  into: string;
  /** Respondents of both sides; a refresh has none of the old. */
  respondents: { old: number; fresh: number };
  columns: JoinedColumn[];
  file: Omit<SourceFileRow, 'id'>;
}

/** What each column became, in the order of the job's. */
export type Joined = { id: number; storage: ColumnRow['storage']; understood: Understanding }[];

const AT_ONCE = 16_384;

/** Values of both sides, one after the other. */
function sides(
  { old, fresh, codes }: JoinedColumn,
  { study, part }: { study: Db; part: Db },
  before: number,
): CellReader {
  const constant =
    (code: string | null): CellReader =>
    (from, to) =>
      new Array<string | null>(to - from).fill(code);
  const first =
    codes && codes.old !== null ? constant(codes.old) : old === null ? constant(null) : cellReader(study, old);
  const second = codes ? constant(codes.fresh) : fresh === null ? constant(null) : cellReader(part, fresh);
  return (from, to) => {
    if (to <= before) return first(from, to);
    if (from >= before) return second(from - before, to - before);
    return [...first(from, before), ...second(0, to - before)];
  };
}

function writeColumn(db: Db, name: string, read: CellReader, total: number, asText: boolean): WrittenColumn {
  const waiting: Waiting = { characters: 0 };
  const writer = columnWriter({ db, name, chunk: CHUNK, waiting }, { ...PLAIN_NUMBERS, asText });
  for (let from = 0; from < total; from += AT_ONCE) {
    const to = Math.min(total, from + AT_ONCE);
    const rows = read(from, to).map((cell): Row => ({ line: 0, cells: [cell === null ? '' : String(cell)] }));
    writer.take(rows, 0, 0, rows.length);
    if (to % CHUNK === 0) writer.flush();
  }
  const written = writer.finish();
  if (!written.spoiled) return written;
  removeColumn(db, written.id);
  return writeColumn(db, name, read, total, true);
}

/** Writes a copy of a study with the columns of a new file joined to its own. The codebook is not touched. */
export function joinStudies(job: JoinJob): Joined {
  copyStudyFile(job.study, job.into);
  const db = openStudyFile(job.into);
  const study = readStudyFile(job.study);
  const part = readStudyFile(job.part);
  try {
    // Nobody sees this file until it is whole.
    db.pragma('synchronous = OFF');
    db.exec('BEGIN');
    const { old, fresh } = job.respondents;
    const joined = job.columns.map((column) => {
      const written = writeColumn(db, column.name, sides(column, { study, part }, old), old + fresh, false);
      const { id, storage, facts, codes: listed, blank } = written;
      return { id, storage, understood: understand(facts, listed, blank) };
    });
    copyUnread(part, db, insertSourceFile(db, job.file));
    db.exec('COMMIT');
    closeForMove(db);
    return joined;
  } catch (error) {
    db.close();
    throw error;
  } finally {
    study.close();
    part.close();
  }
}
