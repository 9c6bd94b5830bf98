import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CodedColumn } from '../count/column.js';
import { alike } from './alike.js';

const codes = (size: number) => Array.from({ length: size }, (_, k) => String(k + 1));

/** Columns of the same respondents, few of whose combinations differ. */
const someColumns = fc
  .tuple(fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 3 }), fc.integer({ min: 0, max: 700 }))
  .chain(([sizes, respondents]) =>
    fc.tuple(
      ...sizes.map((size) =>
        fc
          .array(fc.integer({ min: 0, max: size }), { minLength: respondents, maxLength: respondents })
          .map((values): CodedColumn => ({ kind: 'coded', values: Uint8Array.from(values), codes: codes(size) })),
      ),
    ),
  );

describe('respondents who have the same values', () => {
  it('are one group with as many respondents, and have back what the group has', () => {
    let together = 0;
    fc.assert(
      fc.property(someColumns, (columns) => {
        const respondents = columns[0]!.values.length;
        const { groups, times, columns: own, spread } = alike(columns, respondents);
        if (groups < respondents) together++;
        // No group twice, none without respondents, and everybody in one.
        const names = Array.from({ length: groups }, (_, k) => own.map(({ values }) => values[k]).join());
        if (groups < respondents) expect(new Set(names).size).toBe(groups);
        expect(Array.from(times).every((people) => people > 0)).toBe(true);
        expect(Array.from(times).reduce((sum, people) => sum + people, 0)).toBe(respondents);
        columns.forEach(({ values }, s) => expect(spread(own[s]!.values)).toEqual(values));
        const numbers = Float64Array.from({ length: groups }, (_, k) => k / 4);
        const pairs = Uint32Array.from({ length: 2 * groups }, (_, k) => k);
        const spreadPairs = spread(pairs, 2);
        expect(spreadPairs.length).toBe(2 * respondents);
        spread(numbers).forEach((number, k) => {
          expect(names[number * 4]).toBe(columns.map(({ values }) => values[k]).join());
          expect(spreadPairs.slice(2 * k, 2 * k + 2)).toEqual(Uint32Array.of(number * 8, number * 8 + 1));
        });
      }),
      { numRuns: 60 },
    );
    expect(together).toBeGreaterThan(20);
  });

  it('are found in the order in which they stand', () => {
    const values = Uint8Array.from({ length: 100 }, (_, k) => (k % 7 === 3 ? 2 : 1));
    const { first, groups, columns } = alike([{ kind: 'coded', values, codes: codes(2) }], 100);
    expect(groups).toBe(2);
    expect(first((group) => columns[0]!.values[group] === 2, 4)).toEqual([3, 10, 17, 24]);
    expect(first(() => false, 4)).toEqual([]);
  });

  it('stay alone where that would save nothing, or a column has no codes', () => {
    const coded: CodedColumn = { kind: 'coded', values: Uint8Array.of(1, 2, 1), codes: codes(2) };
    expect(alike([coded], 3).groups).toBe(3);
    expect(alike([coded], 3).first((k) => k > 0, 1)).toEqual([1]);
    const many = { ...coded, values: new Uint8Array(100) };
    const numbers = { kind: 'number' as const, values: new Float64Array(100), words: [] };
    expect(alike([many], 100).groups).toBe(1);
    expect(alike([many, numbers], 100).groups).toBe(100);
  });
});
