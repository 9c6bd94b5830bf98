import { describe, expect, it } from 'vitest';
import { sweepTitle } from './sweep-title.js';
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

  it('are told by their number, with what they stand by', () => {
    const named = (id: number, label: string) => ({ id, name: `v${id}`, label });
    expect(sweepTitle(1200, [[1], [2, 1]], [named(1, 'Site'), named(2, 'Season')])).toBe(
      '1,200 variables by Site and Season split by Site',
    );
  });
});
