import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import { workedExampleOf } from '../reading/worked-examples/worked-example-of.js';
import { type MeasureId, TABLE_MEASURES, TABLE_TESTS, type TestId } from '../statistic/registry.js';
import type { TableRequest } from './requests.js';

const line = (length: number) => fc.array(fc.integer({ min: 1, max: 30 }), { minLength: length, maxLength: length });
/** Tables of 3 to 5 rows of which one is off the scale, and of 2 to 4 columns. */
const tables = fc.tuple(fc.integer({ min: 3, max: 5 }), fc.integer({ min: 2, max: 4 })).chain(([rows, columns]) =>
  fc.record({
    counts: fc.array(line(columns), { minLength: rows, maxLength: rows }),
    at: fc.integer({ min: 0, max: rows - 1 }),
  }),
);

const LEVELS = { rowLevel: 'ordered', columnLevel: 'ordered', exact: { method: 'none' } } as const;
const isOfOrder = ({ levels }: { levels: string }) => levels !== 'any';

describe('a category off the scale', () => {
  it('is in every statistic that reads no order, and in none that does', () => {
    fc.assert(
      fc.property(tables, ({ counts, at }) => {
        const asked = assess({ ...LEVELS, counts, offScale: { rows: [at] } });
        const all = assess({ ...LEVELS, counts });
        const without = assess({ ...LEVELS, counts: counts.filter((_, i) => i !== at) });
        for (const record of TABLE_TESTS) {
          const other = isOfOrder(record) ? without : all;
          expect(asked.tests[record.id as TestId], record.id).toEqual(other.tests[record.id as TestId]);
        }
        for (const record of TABLE_MEASURES) {
          const other = isOfOrder(record) ? without : all;
          expect(asked.measures[record.id as MeasureId], record.id).toEqual(other.measures[record.id as MeasureId]);
        }
        expect(asked.cells).toEqual(all.cells);
        expect(asked.collapsing).toEqual(without.collapsing);
        expect(asked.base.onScale).toBe(without.base.N);
      }),
      { numRuns: 60 },
    );
  });

  it('is in no worked example of what reads an order', () => {
    const request: TableRequest = {
      counts: [
        [20, 10],
        [12, 18],
        [9, 11],
      ],
      offScale: { rows: [2] },
    };
    const without: TableRequest = {
      counts: [
        [20, 10],
        [12, 18],
      ],
    };
    expect(workedExampleOf('gamma', request)).toEqual(workedExampleOf('gamma', without));
    expect(workedExampleOf('cramers-v', request)).not.toEqual(workedExampleOf('cramers-v', without));
  });

  it('leaves nothing to compare where all others are one row', () => {
    const { measures, absent, tests } = assess({
      ...LEVELS,
      counts: [
        [20, 10],
        [12, 18],
      ],
      offScale: { rows: [1] },
    });
    expect(measures.gamma).toBeUndefined();
    expect(absent.find(({ id }) => id === 'gamma')?.reason).toContain('On the scale there is only one row');
    expect(tests.pearson).toBeDefined();
  });

  it('is one that the table has', () => {
    const asked = () =>
      assess({
        counts: [
          [20, 10],
          [12, 18],
        ],
        offScale: { columns: [4] },
      });
    expect(asked).toThrow('The table has 2 columns, and 5 is said to be off the scale.');
  });
});
