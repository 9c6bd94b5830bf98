import type { Code, Level } from '../core/codebook/types.js';
import type { CodeListRow } from './code-lists.js';
import type { Db } from './open.js';
import type { Marks } from './variables.js';

/** A variable's entry as it stood. */
export interface VariableState extends Marks {
  id: number;
  name: string;
  label: string;
  question: string;
  level: Level;
  codeListId: number | null;
}

/** A code list as it stood; without codes there was none of that id. */
export type ListState = (CodeListRow & { codes: Code[] }) | { id: number; codes: null };

/** What a change touched, before it or after it. */
export interface CodebookState {
  variables: VariableState[];
  lists: ListState[];
}

export interface CodebookChange {
  id: number;
  madeAt: string;
  words: string;
  before: CodebookState;
  after: CodebookState;
}

/** Changes that are remembered; the oldest go first. */
const MOST_CHANGES = 1000;

const COLUMNS = 'id, made_at AS madeAt, words, before, after';

interface Flat {
  id: number;
  madeAt: string;
  words: string;
  before: string;
  after: string;
}

const read = (row: Flat | undefined): CodebookChange | null =>
  row
    ? { ...row, before: JSON.parse(row.before) as CodebookState, after: JSON.parse(row.after) as CodebookState }
    : null;

/** Writes a change down. What was undone before it can no longer be done again. */
export function insertChange(db: Db, words: string, before: CodebookState, after: CodebookState): number {
  db.prepare('DELETE FROM codebook_change WHERE undone = 1').run();
  const { lastInsertRowid } = db
    .prepare('INSERT INTO codebook_change (made_at, words, before, after) VALUES (?, ?, ?, ?)')
    .run(new Date().toISOString(), words, JSON.stringify(before), JSON.stringify(after));
  const id = Number(lastInsertRowid);
  db.prepare('DELETE FROM codebook_change WHERE id <= ?').run(id - MOST_CHANGES);
  return id;
}

/** The change that would be undone next. */
export function lastChange(db: Db): CodebookChange | null {
  return read(
    db.prepare(`SELECT ${COLUMNS} FROM codebook_change WHERE undone = 0 ORDER BY id DESC LIMIT 1`).get() as Flat | undefined,
  );
} // prettier-ignore

/** The change that would be done again next. */
export function nextUndone(db: Db): CodebookChange | null {
  return read(db.prepare(`SELECT ${COLUMNS} FROM codebook_change WHERE undone = 1 ORDER BY id LIMIT 1`).get() as Flat | undefined); // prettier-ignore
}

/** What can be undone and done again, in words. */
export function undoable(db: Db): { undo: string | null; redo: string | null } {
  const words = (sql: string) => (db.prepare(sql).pluck().get() as string | undefined) ?? null;
  return {
    undo: words('SELECT words FROM codebook_change WHERE undone = 0 ORDER BY id DESC LIMIT 1'),
    redo: words('SELECT words FROM codebook_change WHERE undone = 1 ORDER BY id LIMIT 1'),
  };
}

export function setUndone(db: Db, id: number, undone: boolean): void {
  db.prepare('UPDATE codebook_change SET undone = ? WHERE id = ?').run(undone ? 1 : 0, id);
}
