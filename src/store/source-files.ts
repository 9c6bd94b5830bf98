import { z } from 'zod';
import { fromKept } from './kept.js';
import type { Db } from './open.js';
import { prepared } from './prepared.js';

const CellsShape = z.array(z.string());

/** A file that was taken in. */
export interface SourceFileRow {
  id: number;
  name: string;
  sha256: string;
  bytes: number;
  /** How it was read: a layout as JSON. */
  layout: string;
  respondents: number;
  /** Rows that could not be read. */
  unread: number;
  takenIn: string;
  /** The intake that brought it, where it was joined. */
  intake: string | null;
}

export interface UnreadRow {
  line: number;
  why: string;
  cells: string[];
}

export function insertSourceFile(db: Db, file: Omit<SourceFileRow, 'id'>): number {
  return Number(
    prepared(
      db,
      `INSERT INTO source_file (name, sha256, bytes, layout, respondents, unread, taken_in, intake)
         VALUES (@name, @sha256, @bytes, @layout, @respondents, @unread, @takenIn, @intake)`,
    ).run(file).lastInsertRowid,
  );
}

export function updateSourceFile(
  db: Db,
  id: number,
  { respondents, unread, sha256, bytes, takenIn }: Omit<SourceFileRow, 'id' | 'name' | 'layout' | 'intake'>,
): void {
  prepared(
    db,
    'UPDATE source_file SET respondents = ?, unread = ?, sha256 = ?, bytes = ?, taken_in = ? WHERE id = ?',
  ).run(respondents, unread, sha256, bytes, takenIn, id);
}

/** Files taken in, in their order. */
export function allSourceFiles(db: Db): SourceFileRow[] {
  return prepared(
    db,
    'SELECT id, name, sha256, bytes, layout, respondents, unread, taken_in AS takenIn, intake ' +
      'FROM source_file ORDER BY id',
  ).all() as SourceFileRow[];
}

/** Statement that keeps a row that could not be read. */
export function unreadWriter(db: Db, file: number): (row: UnreadRow) => void {
  const insert = prepared(db, 'INSERT INTO unread_row (file_id, line, why, cells) VALUES (?, ?, ?, ?)');
  return ({ line, why, cells }) => void insert.run(file, line, why, JSON.stringify(cells));
}

/** Keeps the rows of another file's that could not be read. */
export function copyUnread(from: Db, to: Db, file: number): void {
  const write = unreadWriter(to, file);
  const rows = from.prepare('SELECT line, why, cells FROM unread_row ORDER BY id').iterate();
  for (const { line, why, cells } of rows as Iterable<{ line: number; why: string; cells: string }>) {
    write({ line, why, cells: fromKept(cells, CellsShape, `line ${line}, which could not be read,`) });
  }
}

/** Rows of a study that could not be read, a few thousand at a time at most. */
export function unreadRows(db: Db, from: number, most: number): UnreadRow[] {
  const rows = prepared(db, 'SELECT line, why, cells FROM unread_row ORDER BY id LIMIT ? OFFSET ?').all(most, from);
  return (rows as { line: number; why: string; cells: string }[]).map(({ line, why, cells }) => ({
    line,
    why,
    cells: fromKept(cells, CellsShape, `line ${line}, which could not be read,`),
  }));
}
