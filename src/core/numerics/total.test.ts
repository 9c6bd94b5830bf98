import { describe, expect, it } from 'vitest';
import { total } from './total.js';

describe('a total', () => {
  it('adds up lists, typed arrays and sets; of nothing it is 0', () => {
    expect([total([1, 2, 3.5]), total(Float64Array.of(1, 2)), total(new Set([4, 4, 5])), total([])]).toEqual([
      6.5, 3, 9, 0,
    ]);
  });

  it('is no number where one is none', () => {
    expect(total([1, NaN])).toBeNaN();
  });
});
