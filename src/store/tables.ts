import type { FrozenMark } from '../core/report/frozen-shape.js';
import { variablesOf } from '../core/table/sentence.js';
import { type SentenceBody, sentenceOfBody, SentenceShape } from '../core/table/sentence-shape.js';
import { type Shown, ShownShape } from '../core/table/shown-shape.js';
import { fromKept } from './kept.js';
import type { Db } from './open.js';
import { freshId } from './fresh-id.js';
import { prepared } from './prepared.js';

export interface SavedTableRow {
  id: number;
  title: string;
  sentence: SentenceBody;
  shown: Shown;
  created: string;
  edited: string;
  /** When its figures were frozen; null: they follow the study. */
  frozen: FrozenMark | null;
}

interface Flat {
  id: number;
  title: string;
  sentence: string;
  shown: string;
  created: string;
  edited: string;
  frozen: number | null;
  at: string;
  caption: string;
  entry: number;
  revision: number;
}

export function allTables(db: Db): SavedTableRow[] {
  const rows = prepared(
    db,
    `SELECT saved_table.id, title, sentence, shown, created, edited, frozen, at, caption, entry, revision
       FROM saved_table LEFT JOIN frozen ON frozen.id = saved_table.frozen ORDER BY saved_table.id`,
  ).all() as Flat[];
  return rows.map(({ frozen, at, caption, entry, revision, ...row }) => ({
    ...row,
    sentence: fromKept(row.sentence, SentenceShape, `the sentence of table ${row.id}`),
    shown: fromKept(row.shown, ShownShape, `what table ${row.id} shows`),
    frozen: frozen === null ? null : { id: frozen, at, caption, entry, revision },
  }));
}

/** Saves a table, new (`id` null) or in the place of an old one. */
export function putTable(
  db: Db,
  id: number | null,
  title: string,
  sentence: SentenceBody,
  shown: Shown,
  now: string,
): number {
  const row = {
    id: id ?? freshId(db, 'saved_table'),
    title,
    sentence: JSON.stringify(sentence),
    shown: JSON.stringify(shown),
    now,
  };
  const key = Number(
    prepared(
      db,
      `INSERT INTO saved_table (id, title, sentence, shown, created, edited)
         VALUES (@id, @title, @sentence, @shown, @now, @now)
         ON CONFLICT (id) DO UPDATE SET title = @title, sentence = @sentence, shown = @shown, edited = @now
         RETURNING id`,
    )
      .pluck()
      .get(row),
  );
  prepared(db, 'DELETE FROM saved_table_variable WHERE table_id = ?').run(key);
  const insert = prepared(db, 'INSERT INTO saved_table_variable (table_id, variable_id) VALUES (?, ?)');
  for (const variable of new Set(variablesOf(sentenceOfBody(sentence)))) insert.run(key, variable);
  return key;
}

/** A table as an entry of the ledger tells it; one that is older than freezing does not speak of it. */
type ToldTable = Omit<SavedTableRow, 'frozen'> & { frozen?: FrozenMark | null | undefined };

/** Puts a table as it is said to be, made again under its id where it is gone. */
export function restoreTable(db: Db, { id, title, sentence, shown, created, edited, frozen }: ToldTable): void {
  putTable(db, id, title, sentence, shown, edited);
  prepared(db, 'UPDATE saved_table SET created = ? WHERE id = ?').run(created, id);
  setFrozen(db, id, frozen?.id ?? null);
}

/** Freezes a table with what was kept of it; null: it follows the study. */
export function setFrozen(db: Db, id: number, frozen: number | null): void {
  prepared(db, 'UPDATE saved_table SET frozen = ? WHERE id = ?').run(frozen, id);
}

export function removeTable(db: Db, id: number): void {
  prepared(db, 'DELETE FROM saved_table WHERE id = ?').run(id);
}
