import { describe, expect, it } from 'vitest';
import type { BinderItem } from './binder-shape.js';
import { quoteOf, struckOut, withQuote } from './with-quote.js';

const table = (id: number): BinderItem => ({ is: 'table', table: id });
const note = (text: string): BinderItem => ({ is: 'note', text });
const ITEMS: BinderItem[] = [table(1), { is: 'section', title: 'Themes' }, table(2), note('“Rats”'), table(3)];

describe('a quotation in a binder', () => {
  it('stands behind the table of its themes, after those that stand there', () => {
    expect(withQuote(ITEMS, [2, 3], '“Bees”')).toEqual([...ITEMS.slice(0, 4), note('“Bees”'), table(3)]);
    expect(withQuote(ITEMS, [3], '“Bees”').at(-1)).toEqual(note('“Bees”'));
  });

  it('stands at the end where there is no such table', () => {
    expect(withQuote(ITEMS, [9], '“Bees”')).toEqual([...ITEMS, note('“Bees”')]);
  });

  it('has words struck out, and says for what it is quoted', () => {
    const text = struckOut('Ask Mrs Hill about it', 4, 12);
    expect(quoteOf(text, 'Neighbours')).toBe('“Ask […] about it” (Neighbours)');
    expect(struckOut('Rats', 2, 2)).toBe('Rats');
    expect(quoteOf(' Rats ', '')).toBe('“Rats”');
  });
});
