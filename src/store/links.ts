import { type Linked, LayoutShape } from '../core/intake/layout.js';
import { type LinkedColumn, LinkedColumnShape } from '../core/linked/column.js';
import { fromKept } from './kept.js';
import type { Db } from './open.js';
import { prepared } from './prepared.js';

/** The table in which a study's respondents stay; null where they are here. */
export function linkOf(db: Db): Linked | null {
  const layout = prepared(db, 'SELECT layout FROM link').pluck().get() as string | undefined;
  if (layout === undefined) return null;
  const parsed = fromKept(layout, LayoutShape, 'its link');
  if (parsed.is !== 'linked') throw new Error('a link that is none');
  return parsed;
}

export function setLink(db: Db, layout: Linked): void {
  prepared(db, 'INSERT OR REPLACE INTO link (id, layout) VALUES (1, ?)').run(JSON.stringify(layout));
}

/** How a column is worked out in the database. */
export function linkedColumn(db: Db, id: number): LinkedColumn {
  const definition = prepared(db, 'SELECT definition FROM linked_column WHERE column_id = ?').pluck().get(id);
  if (typeof definition !== 'string') throw new Error(`column ${id} is not linked`);
  return fromKept(definition, LinkedColumnShape, `linked column ${id}`);
}

export function insertLinkedColumn(db: Db, id: number, column: LinkedColumn): void {
  prepared(db, 'INSERT INTO linked_column (column_id, definition) VALUES (?, ?)').run(id, JSON.stringify(column));
}
