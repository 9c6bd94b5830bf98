import fc from 'fast-check';
import { expect, it } from 'vitest';
import { METRICS, isOfSets } from '../statistic/subjects.js';
import { setDistance } from './set-distance.js';

const setMetrics = METRICS.filter(isOfSets);

it('is 1 - J for Jaccard, and 1 - J M for MASI', () => {
  // The same; one holds the other; they share some; they share nothing.
  const pairs = [
    [
      [1, 2],
      [2, 1],
    ],
    [
      [1, 2],
      [1, 2, 3],
    ],
    [
      [1, 2],
      [2, 3],
    ],
    [[1], [2]],
    [[], []],
    [[], [1]],
  ] as const;
  expect(pairs.map(([a, b]) => setDistance('jaccard', a, b))).toEqual([0, 1 - 2 / 3, 1 - 1 / 3, 1, 0, 1]);
  expect(pairs.map(([a, b]) => setDistance('masi', a, b))).toEqual([0, 1 - (2 / 3) ** 2, 1 - 1 / 9, 1, 0, 1]);
});

it('is the same both ways, 0 for the same sets alone, and never more for Jaccard than for MASI', () => {
  const set = fc.uniqueArray(fc.nat(6), { maxLength: 5 });
  fc.assert(
    fc.property(set, set, (a, b) => {
      const isSame = a.length === b.length && a.every((code) => b.includes(code));
      for (const metric of setMetrics) {
        expect(setDistance(metric, a, b)).toBe(setDistance(metric, b, a));
        expect(setDistance(metric, a, b) === 0).toBe(isSame);
        expect(setDistance(metric, a, b)).toBeLessThanOrEqual(1);
      }
      expect(setDistance('jaccard', a, b)).toBeLessThanOrEqual(setDistance('masi', a, b));
    }),
  );
});
