import { expect, it } from 'vitest';
import { andMore } from './and-more.js';

it('names the first and counts the rest', () => {
  expect(andMore([], 2)).toBe('');
  expect(andMore(['a', 'b'], 2)).toBe('a, b');
  expect(andMore(['a', 'b', 'c'], 2)).toBe('a, b and 1 more');
  expect(
    andMore(
      Array.from({ length: 1502 }, (_, k) => String(k)),
      2,
    ),
  ).toBe('0, 1 and 1,500 more');
});
