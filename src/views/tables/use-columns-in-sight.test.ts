import fc from 'fast-check';
import { expect, test } from 'vitest';
import { columnsInSight } from './use-columns-in-sight.js';

test('every column of which a point is in sight is among them, and at most two more at each side', () => {
  const asked = fc.record({
    widths: fc.array(fc.integer({ min: 60, max: 150 }), { minLength: 2, maxLength: 40 }),
    left: fc.integer({ min: 0, max: 4000 }),
    width: fc.integer({ min: 300, max: 1200 }),
  });
  fc.assert(
    fc.property(asked, ({ widths, left, width }) => {
      const [names = 0, ...columns] = widths;
      const end = columns.reduce((sum, own) => sum + own, 0);
      const scrolled = Math.min(left, Math.max(0, end + names - width));
      const [first, last] = columnsInSight(widths, { left: scrolled, width });
      let from = 0;
      const seen = columns.flatMap((own, k) => {
        const start = from;
        from += own;
        return from > scrolled && start < scrolled + width - names ? [k] : [];
      });
      if (seen.length === 0) return;
      expect(first).toBeLessThanOrEqual(seen[0]!);
      expect(first).toBeGreaterThanOrEqual(seen[0]! - 2);
      expect(last).toBeGreaterThanOrEqual(seen.at(-1)!);
      expect(last).toBeLessThanOrEqual(seen.at(-1)! + 2);
    }),
  );
});
