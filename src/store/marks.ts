import { z } from 'zod';
import { type Mark, type Verdict, VERDICTS } from '../core/recode/theme/mark.js';
import { fromKept } from './kept.js';
import type { Db } from './open.js';
import { freshId } from './fresh-id.js';
import { prepared } from './prepared.js';
import { sameRows } from './same-rows.js';

/** A mark as it is kept: of which working it is, and when it was made. */
export interface MarkRow extends Mark {
  id: number;
  working: number;
  madeAt: string;
}

const ThemesShape = z.array(z.int());
const VerdictShape = z.enum(VERDICTS);
const isVerdict = (text: string): text is Verdict => (VERDICTS as readonly string[]).includes(text);

/** A row as it stands in the file, in the order of `COLUMNS`. */
type Flat = readonly [
  id: number,
  working: number,
  text: string,
  verdict: string,
  themes: string,
  coder: string,
  settles: 0 | 1,
  quote: string | null,
  madeAt: string,
];

const COLUMNS = 'id, working_id, text, verdict, themes, coder, settles, quote, made_at';

function rowOf([id, working, text, verdict, themes, coder, settles, quote, madeAt]: Flat): MarkRow {
  return {
    id,
    working,
    text,
    verdict: isVerdict(verdict)
      ? verdict
      : fromKept(JSON.stringify(verdict), VerdictShape, `the verdict of mark ${id}`),
    themes: fromKept(themes, ThemesShape, `the themes of mark ${id}`),
    coder,
    settles: settles === 1,
    quote,
    madeAt,
  };
}

const marksFrom = sameRows(rowOf);

/** So many readings are kept: a change is rehearsed, taken back, and made. */
const KEPT = 3;
const known = new WeakMap<Db, { version: number; rows: readonly MarkRow[] }[]>();

/**
 * All marks in the order in which they were made first. They are read again only when one was changed, and one that
 * was not is the same object as before. They are shared by all who ask, and nobody changes them.
 */
export function allMarks(db: Db): readonly MarkRow[] {
  const version = prepared(db, 'SELECT version FROM mark_version').pluck().get() as number;
  const reads = known.get(db) ?? [];
  const read = reads.find((own) => own.version === version);
  if (read) {
    known.set(db, [read, ...reads.filter((own) => own !== read)]);
    return read.rows;
  }
  const rows = marksFrom(db, prepared(db, `SELECT ${COLUMNS} FROM mark ORDER BY id`).raw().all() as Flat[]);
  known.set(db, [{ version, rows }, ...reads].slice(0, KEPT));
  return rows;
}

/** A mark as its coder made it, without how it is kept. */
export const markOf = ({ text, verdict, themes, coder, settles, quote }: MarkRow): Mark => {
  return { text, verdict, themes, coder, settles, quote };
};

/** The marks of a working. */
export const marksOf = (db: Db, working: number): readonly MarkRow[] =>
  allMarks(db).filter((mark) => mark.working === working);

/** Puts a mark, new (`id` null) or in the place of an old one; one that is gone comes back under its id. */
export function putMark(db: Db, { id, settles, themes, ...row }: Omit<MarkRow, 'id'> & { id: number | null }): void {
  prepared(
    db,
    `INSERT INTO mark (id, working_id, text, verdict, themes, coder, settles, quote, made_at)
       VALUES (@id, @working, @text, @verdict, @themes, @coder, @settles, @quote, @madeAt)
       ON CONFLICT (id) DO UPDATE SET working_id = @working, text = @text, verdict = @verdict, themes = @themes,
         coder = @coder, settles = @settles, quote = @quote, made_at = @madeAt`,
  ).run({ ...row, id: id ?? freshId(db, 'mark'), themes: JSON.stringify(themes), settles: settles ? 1 : 0 });
}

export function removeMark(db: Db, id: number): void {
  prepared(db, 'DELETE FROM mark WHERE id = ?').run(id);
}
