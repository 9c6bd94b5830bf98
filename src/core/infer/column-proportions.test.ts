import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import type { TableRequest } from '../assess/requests.js';
import { ADJUSTMENTS } from './adjust.js';
import { columnLetter } from './column-proportions.js';

const assessed = (counts: number[][], more: Partial<TableRequest> = {}) =>
  assess({ counts, exact: { method: 'none' }, ...more });

describe('columns compared two by two', () => {
  const counts = [
    [60, 20, 22],
    [40, 80, 78],
  ];
  it('say by letter which columns a share is above', () => {
    const { columnProportions } = assessed(counts);
    expect(columnProportions?.above).toEqual([
      [[1, 2], [], []],
      [[], [0], [0]],
    ]);
    expect(columnProportions?.pairs).toHaveLength(6);
    expect([0, 25, 26, 27, 51, 52, 701, 702].map(columnLetter)).toEqual([
      'A',
      'Z',
      'AA',
      'AB',
      'AZ',
      'BA',
      'ZZ',
      'AAA',
    ]);
  });
  it('under any adjustment name no more than without one', () => {
    for (const adjustment of ADJUSTMENTS) {
      const proportions = assessed(
        [
          [30, 22, 18, 25],
          [30, 38, 42, 35],
        ],
        { adjustment },
      ).columnProportions;
      for (const { p, adjustedP } of proportions?.pairs ?? []) expect(adjustedP).toBeGreaterThanOrEqual(p);
      expect(proportions?.adjustment).toBe(adjustment);
    }
  });
});
