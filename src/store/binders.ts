import { type Binder, BinderItemsShape } from '../core/binder/binder-shape.js';
import { fromKept } from './kept.js';
import type { Db } from './open.js';
import { freshId } from './fresh-id.js';
import { prepared } from './prepared.js';

/** All binders with what they list, the first first. */
export function allBinders(db: Db): Binder[] {
  const rows = prepared(db, 'SELECT id, name, items FROM binder ORDER BY id').all();
  return (rows as { id: number; name: string; items: string }[]).map((row) => ({
    ...row,
    items: fromKept(row.items, BinderItemsShape, `what binder ${row.id} lists`),
  }));
}

/** Puts a binder, new (`id` null) or in the place of an old one. @returns its id */
export function putBinder(db: Db, { id, name, items }: Omit<Binder, 'id'> & { id: number | null }): number {
  const statement = prepared(
    db,
    `INSERT INTO binder (id, name, items) VALUES (@id, @name, @items)
       ON CONFLICT (id) DO UPDATE SET name = @name, items = @items RETURNING id`,
  );
  return Number(statement.pluck().get({ id: id ?? freshId(db, 'binder'), name, items: JSON.stringify(items) }));
}

export function removeBinder(db: Db, id: number): void {
  prepared(db, 'DELETE FROM binder WHERE id = ?').run(id);
}
