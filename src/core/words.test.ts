import { expect, it } from 'vitest';
import { and, or, plural } from './words.js';

it('are put in a row without a comma before the last', () => {
  expect([[], ['a'], ['a', 'b'], ['a', 'b', 'c']].map(and)).toEqual(['', 'a', 'a and b', 'a, b and c']);
  expect([[], ['a'], ['a', 'b'], ['a', 'b', 'c']].map(or)).toEqual(['', 'a', 'a or b', 'a, b or c']);
});

it('follow a number in their plural', () => {
  expect([0, 1, 2, 1500].map((count) => plural(count, 'answer'))).toEqual([
    '0 answers',
    '1 answer',
    '2 answers',
    '1,500 answers',
  ]);
  expect(plural(2, 'category', 'categories')).toBe('2 categories');
});
