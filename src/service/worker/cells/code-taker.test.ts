import { expect, it } from 'vitest';
import { codeTable } from './code-table.js';
import { codeTaker } from './code-taker.js';

it('tells a quote that stands twice in a quoted cell from two quotes in another, whatever the quote is', () => {
  const bytes = new TextEncoder().encode('`a``b`,a``b');
  const texts = ['a`b', 'a``b'];
  const block = {
    bytes,
    width: 1,
    rows: 2,
    starts: Int32Array.of(1, 7),
    ends: Int32Array.of(5, 11),
    quote: '`',
    text: (place: number) => texts[place]!,
  };
  const table = codeTable();
  const into = new Uint16Array(2);
  expect(codeTaker(table)(block, 0, 0, into)).toBe(2);
  expect([...into].map((code) => table.values()[code])).toEqual(texts);
});
