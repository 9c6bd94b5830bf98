import { describe, expect, it } from 'vitest';
import type { BinderItem } from '../../core/binder/binder-shape.js';
import { contentsOf, itemKeys, moved, replaced } from './binder-edits.js';

const table = (id: number): BinderItem => ({ is: 'table', table: id });
const SECTION: BinderItem = { is: 'section', title: 'Sites' };
const NOTE: BinderItem = { is: 'note', text: 'To check' };
const ITEMS = [table(1), SECTION, table(2), NOTE];

describe('what a binder lists', () => {
  it('is moved to its place among the others, or to an end', () => {
    expect(moved(ITEMS, 0, 2)).toEqual([SECTION, table(2), table(1), NOTE]);
    expect(moved(ITEMS, 3, 0)).toEqual([NOTE, table(1), SECTION, table(2)]);
    expect(moved(ITEMS, 1, 99)).toEqual([table(1), table(2), NOTE, SECTION]);
    expect(moved(ITEMS, 1, -3)).toEqual([SECTION, table(1), table(2), NOTE]);
    expect(moved(ITEMS, 9, 0)).toEqual(ITEMS);
  });
  it('is put in another form, or taken out', () => {
    expect(replaced(ITEMS, 1, NOTE)).toEqual([table(1), NOTE, table(2), NOTE]);
    expect(replaced(ITEMS, 1, null)).toEqual([table(1), table(2), NOTE]);
  });
  it('is known by the same key at any place, each by its own', () => {
    const twice = [...ITEMS, NOTE];
    expect(new Set(itemKeys(twice)).size).toBe(5);
    expect(new Set(itemKeys(moved(twice, 0, 3)))).toEqual(new Set(itemKeys(twice)));
  });
  it('has its tables numbered in the contents, under their sections', () => {
    expect(contentsOf(ITEMS)).toEqual([
      { is: 'table', table: 1, number: 1 },
      { is: 'section', at: 1, title: 'Sites' },
      { is: 'table', table: 2, number: 2 },
    ]);
  });
});
