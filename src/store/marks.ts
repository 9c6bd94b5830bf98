import { z } from 'zod';
import { type Mark, MarkShape } from '../core/recode/theme/mark.js';
import { fromKept } from './kept.js';
import type { Db } from './open.js';
import { prepared } from './prepared.js';
import { untilChanged } from './unchanged.js';

/** A mark as it is kept: of which working it is, and when it was made. */
export interface MarkRow extends Mark {
  id: number;
  working: number;
  madeAt: string;
}

const ThemesShape = z.array(z.int());
const VerdictShape = MarkShape.shape.verdict;

interface Flat {
  id: number;
  working: number;
  text: string;
  verdict: string;
  themes: string;
  coder: string;
  settles: 0 | 1;
  quote: string | null;
  madeAt: string;
}

/** All marks in the order in which they were made first. They are shared by all who ask, and nobody changes them. */
export const allMarks = untilChanged((db: Db): readonly MarkRow[] => {
  const rows = prepared(
    db,
    `SELECT id, working_id AS working, text, verdict, themes, coder, settles, quote, made_at AS madeAt
       FROM mark ORDER BY id`,
  ).all() as Flat[];
  return rows.map(({ verdict, themes, settles, ...row }) => ({
    ...row,
    verdict: fromKept(JSON.stringify(verdict), VerdictShape, `the verdict of mark ${row.id}`),
    themes: fromKept(themes, ThemesShape, `the themes of mark ${row.id}`),
    settles: settles === 1,
  }));
});

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
  ).run({ ...row, id, themes: JSON.stringify(themes), settles: settles ? 1 : 0 });
}

export function removeMark(db: Db, id: number): void {
  prepared(db, 'DELETE FROM mark WHERE id = ?').run(id);
}
