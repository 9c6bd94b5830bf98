import fc from 'fast-check';
import { expect, test } from 'vitest';
import { columnsDrawn, columnsInSight } from './use-columns-in-sight.js';

const asked = fc.record({
  widths: fc.array(fc.integer({ min: 60, max: 150 }), { minLength: 2, maxLength: 40 }),
  left: fc.integer({ min: 0, max: 4000 }),
  width: fc.integer({ min: 300, max: 1200 }),
});

test('the columns of which a point is in sight, and no others', () => {
  fc.assert(
    fc.property(asked, ({ widths, left, width }) => {
      const [names = 0, ...columns] = widths;
      const end = columns.reduce((sum, own) => sum + own, 0);
      const scrolled = Math.min(left, Math.max(0, end + names - width));
      let from = 0;
      const seen = columns.flatMap((own, k) => {
        const start = from;
        from += own;
        return from > scrolled && start < scrolled + width - names ? [k] : [];
      });
      if (seen.length === 0) return;
      expect(columnsInSight(widths, { left: scrolled, width })).toEqual([seen[0], seen.at(-1)]);
    }),
  );
});

test('all in sight are drawn wherever it was scrolled before, and few beside them', () => {
  const count = 60;
  const span = fc
    .tuple(fc.nat(count - 1), fc.nat(12))
    .map(([at, more]) => [at, Math.min(at + more, count - 1)] as const);
  fc.assert(
    fc.property(fc.array(span, { minLength: 1, maxLength: 20 }), (spans) => {
      let drawn: readonly [number, number] | null = null;
      for (const inSight of spans) {
        drawn = columnsDrawn(drawn, inSight, count);
        expect(drawn[0]).toBeLessThanOrEqual(inSight[0]);
        expect(drawn[0]).toBeGreaterThanOrEqual(0);
        expect(drawn[1]).toBeGreaterThanOrEqual(inSight[1]);
        expect(drawn[1]).toBeLessThan(count);
        expect(drawn[1] - drawn[0]).toBeLessThanOrEqual(inSight[1] - inSight[0] + 6);
      }
    }),
  );
});

test('a column further is drawn without the lines being drawn anew; two further, they are', () => {
  // At first there are none beside those in sight.
  expect(columnsDrawn(null, [0, 5], 60)).toEqual([0, 5]);
  const before = columnsDrawn([0, 5], [1, 6], 60);
  expect(before).toEqual([0, 8]);
  expect(columnsDrawn(before, [2, 8], 60)).toBe(before);
  expect(columnsDrawn(before, [3, 9], 60)).toEqual([1, 11]);
  // Of another table with fewer columns they are others.
  expect(columnsDrawn(before, [0, 3], 4)).toEqual([0, 3]);
});
