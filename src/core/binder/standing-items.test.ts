import { describe, expect, it } from 'vitest';
import type { BinderItem } from './binder-shape.js';
import { standingItems } from './standing-items.js';

const table = (id: number): BinderItem => ({ is: 'table', table: id });
const NOTE: BinderItem = { is: 'note', text: 'To check' };

describe('binders with the tables that there are', () => {
  it('keep their order, and their sections and notes', () => {
    const items = [table(3), NOTE, table(1)];
    expect(standingItems([{ id: 1, name: 'Report', items }], [1, 3])[0]?.items).toEqual(items);
  });
  it('pass over what is gone, and come back with it', () => {
    const binders = [{ id: 1, name: 'Report', items: [table(2), table(9), table(1)] }];
    expect(standingItems(binders, [1, 2])[0]?.items).toEqual([table(2), table(1)]);
    expect(standingItems(binders, [1, 2, 9])[0]?.items).toEqual([table(2), table(9), table(1)]);
  });
  it('have what is listed nowhere at the end of the first, and nothing twice', () => {
    const binders = [
      { id: 1, name: 'Report', items: [table(1)] },
      { id: 2, name: 'Annex', items: [table(1), table(2)] },
    ];
    expect(standingItems(binders, [1, 2, 3]).map(({ items }) => items)).toEqual([[table(1), table(3)], [table(2)]]);
  });
});
