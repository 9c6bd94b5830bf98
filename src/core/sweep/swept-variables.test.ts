import { describe, expect, it } from 'vitest';
import { sweptVariables } from './swept-variables.js';

const coded = { id: 1, level: 'unordered' as const, codes: [1, 2], aside: false, countable: true };

describe('the variables of a sweep where none were chosen', () => {
  it('are those that can be counted or described, and do not stand across', () => {
    const all = [
      coded,
      { ...coded, id: 2, aside: true },
      { ...coded, id: 3, level: 'text' as const },
      { ...coded, id: 4, codes: Array.from({ length: 61 }) },
      { ...coded, id: 5, level: 'number' as const, countable: false },
      // Categories that are kept as numbers, each by itself.
      { ...coded, id: 6, countable: false },
      { ...coded, id: 7 },
    ];
    expect(sweptVariables(all, [[9], [8, 7]])).toEqual([1, 5]);
  });
});
