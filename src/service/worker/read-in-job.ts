import type { ReadColumn, ReadIn } from '../../core/intake/read-in-shape.js';
import { plural } from '../../core/words.js';
import type { Facts } from '../../core/codebook/facts.js';
import { type FileSigns, fileSigns, type NumberReading } from '../../core/codebook/number-signs.js';
import { guessQuestions } from '../../core/codebook/questions.js';
import { understand } from '../../core/codebook/understand.js';
import { Fault } from '../../core/fault.js';
import type { RawFile } from '../../formats/bytes.js';
import { cellAt, isBlock, rowsIn } from '../../formats/cell-block.js';
import type { Row, RowGroup } from '../../formats/rows.js';
import { columnNumbers, readingOf, sayNumbers, showsSigns } from '../../core/intake/column-numbers.js';
import type { Layout } from '../../core/intake/layout.js';
import { openRows } from '../../formats/open-rows.js';
import { CHUNK, removeColumn } from '../../store/columns.js';
import { closeForMove, createStudyFile, type Db, removeStudyFile } from '../../store/open.js';
import { insertSourceFile, unreadWriter } from '../../store/source-files.js';
import type { Waiting, WrittenAs, WrittenColumn } from './cells/cells.js';
import { type ColumnWriter, columnWriter } from './cells/column-writer.js';
import type { Tell } from '../jobs/helper.js';

export interface ReadInJob {
  file: RawFile;
  layout: Layout;
  /** The layout is as it was found: nobody chose a decimal sign. */
  isFound: boolean;
  /** Columns of which a codebook says that their texts are no numbers, however they look. */
  plain: string[];
  /** Where the columns are written: a study's file that waits for its codebook. */
  into: string;
}

const UNREAD_SHOWN = 50;
/** Bytes of numbers that wait in chunks under way, over all columns. */
const MOST_WAITING = 256 * 1024 ** 2;
/** Characters of text that wait. */
const MOST_TEXT_WAITING = 32 * 1024 ** 2;
/** Rows of a column that are taken before it is looked how much text waits. */
const TEXTS_AT_ONCE = 8192;
/** First respondents in whose answers multiple-response questions are looked for. */
const LOOKED_AT = 1000;

const cellCount = (cells: number) => plural(cells, 'cell');

/** Why a row cannot be read; null where it can. Cells that are missing or too many without harm are put right. */
export function whyUnread(row: Row, width: number, layout: Layout): string | null {
  const { cells, odd } = row;
  if (odd === 'quote') return 'A quote on it is never closed, or text goes on behind one.';
  if (odd === 'cells') return `It has ${cellCount(cells.length)}.`;
  if (cells.length === width) return null;
  // Separators at the end of a line, with nothing between them, are no cells.
  while (cells.length > width && cells.at(-1)?.trim() === '') cells.pop();
  if (layout.is === 'delimited' && layout.short === 'blank') while (cells.length < width) cells.push('');
  return cells.length === width ? null : `It has ${cellCount(cells.length)}, the heading ${width}.`;
}

/** Chunks smaller where there are very many columns: what waits in memory stays the same. */
function chunkFor(columns: number): number {
  let chunk = CHUNK;
  while (chunk > 1024 && chunk * columns * 8 > MOST_WAITING) chunk /= 2;
  return chunk;
}

/**
 * Reads a file once: writes its columns, and says what is in each. The memory it takes depends on the columns, not on
 * the rows.
 * @throws Fault naming the place that cannot be read
 */
export async function readIn(job: ReadInJob, tell: Tell): Promise<ReadIn> {
  removeStudyFile(job.into);
  const db = createStudyFile(job.into);
  try {
    // Nobody sees this file until it is whole, so nothing has to be undone in it.
    db.pragma('journal_mode = OFF');
    db.pragma('synchronous = OFF');
    db.exec('BEGIN');
    const result = await readInto(db, job, tell);
    db.exec('COMMIT');
    closeForMove(db);
    return result;
  } catch (error) {
    db.close();
    removeStudyFile(job.into);
    throw error;
  }
}

async function readInto(db: Db, { file, layout, isFound, plain }: ReadInJob, tell: Tell): Promise<ReadIn> {
  const kept = insertSourceFile(db, {
    name: file.name,
    sha256: '',
    bytes: 0,
    layout: JSON.stringify(layout),
    respondents: 0,
    unread: 0,
    takenIn: '',
    intake: null,
  });
  const keepUnread = unreadWriter(db, kept);
  const unread: ReadIn['unread'] = { rows: 0, first: [] };
  const pass = { file, layout, tell, db };
  const numbers = numberReader(layout, isFound, plain);
  const first = await writeColumns(pass, null, numbers.before, (row, why) => {
    keepUnread({ line: row.line, why, cells: row.cells });
    if (unread.rows++ < UNREAD_SHOWN) unread.first.push({ line: row.line, why });
  });
  const { columns, written, sample, respondents, remarks } = first;
  if (respondents === 0) throw noRespondents(file.name, unread);
  const signs = fileSigns(
    written.map(({ facts }) => facts.signs),
    layout.is === 'delimited' && layout.separator === ',',
  );
  const as = columns.map(({ name }, k) => numbers.after(name, written[k]!.facts, signs));
  const changed = columns.map(
    ({ name }, k) => as[k]!.reading !== numbers.before(name).reading && showsSigns(written[k]!.facts.signs),
  );
  await writeAgain(pass, written, as, changed);
  const read = written.map(({ id, storage, blank, facts, codes }, k): ReadColumn => {
    const { name, note } = columns[k]!;
    const { reading, asked } = as[k]!;
    const understood = understand(facts, codes, blank, asked && reading !== 'plain');
    const shown = columnNumbers(facts, signs, { reading, asked, isFound });
    const noted = shown === null || (asked && reading === 'plain') ? null : sayNumbers(shown);
    const guesses = [
      ...(note === null ? [] : [{ is: 'heading' as const, text: note, codes: [] }]),
      ...(noted === null ? [] : [{ is: 'written' as const, text: noted, codes: [] }]),
      ...understood.guesses,
    ];
    // A column kept as numbers or text has no codes, except the words among its numbers.
    const level = storage === 'text' ? 'text' : understood.level;
    return { ...understood, level, guesses, name, columnId: id, storage, filled: facts.filled, blank, numbers: shown };
  });
  const asked = read.map(({ name, codes, filled, storage }) => ({
    name,
    label: '',
    filled,
    codes: storage === 'number' ? [] : codes,
  }));
  return { respondents, columns: read, questions: guessQuestions(asked, sample), unread, remarks };
}

/** How numbers are read: at first as the layout says, and then by what all columns show. */
function numberReader(layout: Layout, isFound: boolean, plain: readonly string[]) {
  const asked = new Map<string, NumberReading>([
    ...plain.map((name) => [name, 'plain'] as const),
    ...Object.entries(layout.numbers ?? {}),
  ]);
  const decimal = layout.is === 'delimited' ? layout.decimal : '.';
  const before = (name: string): WrittenAs => ({
    reading: asked.get(name) ?? decimal,
    asked: asked.has(name),
    asText: false,
  });
  const after = (name: string, { signs }: Facts, file: FileSigns): WrittenAs => {
    // What the analyst chose for the file holds wherever a column does not show another by itself.
    const shown = isFound ? file : { ...file, decimal };
    return { ...before(name), reading: readingOf(signs, shown, asked.get(name), decimal) };
  };
  return { before, after };
}

/** Writes columns again from the file: those whose numbers are read in another way, and those that are text. */
async function writeAgain(
  pass: Pass,
  written: WrittenColumn[],
  as: readonly WrittenAs[],
  changed: readonly boolean[],
): Promise<void> {
  let positions = written.map((_, k) => k).filter((k) => changed[k]! || written[k]!.spoiled);
  let how = (k: number): WrittenAs => ({ ...as[k]!, asText: !changed[k]! });
  while (positions.length > 0) {
    for (const k of positions) removeColumn(pass.db, written[k]!.id);
    const again = await writeColumns(
      pass,
      new Set(positions),
      (_, k) => how(k),
      () => undefined,
    );
    positions.forEach((k, j) => (written[k] = again.written[j]!));
    positions = positions.filter((k) => written[k]!.spoiled);
    how = (k) => ({ ...as[k]!, asText: true });
  }
}

interface Pass {
  file: RawFile;
  layout: Layout;
  tell: Tell;
  db: Db;
}

/** The largest file that is written of a file that is read. */
const MOST_WRITTEN = 64 * 1024 ** 3;

/** @throws Fault where more comes out of a file than a study can be */
function checkWritten(db: Db, file: string): void {
  const pages = db.pragma('page_count', { simple: true }) as number;
  const size = db.pragma('page_size', { simple: true }) as number;
  if (pages * size <= MOST_WRITTEN) return;
  const what = `${file} would become a study of more than ${MOST_WRITTEN / 1024 ** 3} GiB.`;
  throw new Fault('too-large', what, 'Split the file, or leave columns out.', { file });
}

/**
 * One pass over the file.
 * @param only positions of the columns that are wanted; null: all
 * @param as how a column is to be written, by its name and position
 */
async function writeColumns(
  { file, layout, tell, db }: Pass,
  only: ReadonlySet<number> | null,
  as: (name: string, position: number) => WrittenAs,
  aside: (row: Row, why: string) => void,
) {
  const source = await openRows(file, layout);
  const { columns } = source;
  const waiting: Waiting = { characters: 0 };
  const positions = columns.map((_, k) => k).filter((k) => only?.has(k) ?? true);
  const chunk = chunkFor(positions.length);
  const writers = positions.map((k) => {
    const { name } = columns[k]!;
    return columnWriter({ db, name, chunk, waiting }, as(name, k));
  });
  const sample: string[][] = [];
  let respondents = 0;
  const readable = (rows: readonly Row[]) =>
    rows.filter((row) => {
      const why = whyUnread(row, columns.length, layout);
      if (why !== null) aside(row, why);
      return why === null;
    });
  const batches = source.groups ? [] : (source.blocks?.() ?? source.batches);
  for await (const batch of batches) {
    const rows = isBlock(batch) ? batch : readable(batch);
    const length = rowsIn(rows);
    if (sample.length < LOOKED_AT) {
      const cells = columns.map((_, k) => cellAt(rows, k));
      for (let k = 0; k < length && sample.length < LOOKED_AT; k++)
        sample.push(cells.map((read) => read(k).trim().slice(0, 40)));
    }
    for (let from = 0; from < length;) {
      const to = Math.min(length, from + chunk - (respondents % chunk));
      for (let j = 0; j < writers.length; j++) writers[j]!.take(rows, positions[j]!, from, to);
      respondents += to - from;
      from = to;
      const full = respondents % chunk === 0;
      if (!full && waiting.characters < MOST_TEXT_WAITING) continue;
      for (const writer of writers) writer.flush();
      waiting.characters = 0;
    }
    checkWritten(db, file.name);
    tell(source.share(), respondents);
  }
  for (const group of source.groups?.() ?? []) {
    await writeGroup(group, { writers, positions, respondents, chunk, waiting, sample });
    respondents += group.rows;
    checkWritten(db, file.name);
    tell(source.share(), respondents);
  }
  return { columns, written: writers.map((writer) => writer.finish()), sample, respondents, remarks: source.remarks() };
}

/** What is written of a file, and how much of it was. */
interface UnderWay {
  writers: readonly ColumnWriter[];
  positions: readonly number[];
  respondents: number;
  chunk: number;
  waiting: Waiting;
  sample: string[][];
}

/** Writes some rows of a file column by column: each is unpacked once, and only one of them is in memory. */
async function writeGroup({ rows, column }: RowGroup, under: UnderWay): Promise<void> {
  const { writers, positions, respondents, chunk, waiting, sample } = under;
  const sampled = Math.min(rows, LOOKED_AT - sample.length);
  const looked = Array.from({ length: Math.max(0, sampled) }, (): string[] => []);
  for (const [j, position] of positions.entries()) {
    const values = await column(position);
    const read = cellAt(values, position);
    looked.forEach((cells, k) => cells.push(read(k).trim().slice(0, 40)));
    for (let from = 0; from < rows;) {
      const to = Math.min(rows, from + chunk - ((respondents + from) % chunk), from + TEXTS_AT_ONCE);
      writers[j]!.take(values, position, from, to);
      from = to;
      if ((respondents + from) % chunk === 0) writers[j]!.flush();
      if (waiting.characters < MOST_TEXT_WAITING) continue;
      // Each column ends its chunk where it is.
      for (const writer of writers) writer.flush();
      waiting.characters = 0;
    }
  }
  sample.push(...looked);
}

function noRespondents(file: string, unread: ReadIn['unread']): Fault {
  const [first] = unread.first;
  if (!first) {
    const mend = 'Add the data lines under the heading, or choose another file.';
    return new Fault('invalid', `${file} has a heading line but no respondents.`, mend, { file, line: 2 });
  }
  const mend = 'Look whether the separator, the quotes and the heading are right.';
  return new Fault(
    'invalid',
    `Not one of the ${unread.rows} rows of ${file} can be read. Line ${first.line}: ${first.why}`,
    mend,
    { file, line: first.line },
  );
}
