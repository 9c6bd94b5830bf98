import type { Binder, BinderItem } from './binder-shape.js';

/**
 * Binders with the tables that there are: each stands once, where it is listed first; one that is listed nowhere stands
 * at the end of the first binder; what is gone is passed over.
 * @param tables the ids of those that there are
 * @example standingItems([{ id: 1, name: 'Binder', items: [] }], [4])[0].items // [{ is: 'table', table: 4 }]
 */
export function standingItems(binders: readonly Binder[], tables: readonly number[]): Binder[] {
  const there = new Set(tables);
  const placed = new Set<number>();
  const listed = binders.map((binder) => ({
    ...binder,
    items: binder.items.filter((item) => {
      if (item.is !== 'table') return true;
      const stands = there.has(item.table) && !placed.has(item.table);
      placed.add(item.table);
      return stands;
    }),
  }));
  const loose = tables.filter((table) => !placed.has(table)).map((table): BinderItem => ({ is: 'table', table }));
  return listed.map((binder, k) => (k === 0 ? { ...binder, items: [...binder.items, ...loose] } : binder));
}
