import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from './assess.js';
import type { TableRequest } from './assess/requests.js';
import { Fault } from './fault.js';

const assessed = (counts: number[][], more: Partial<TableRequest> = {}) =>
  assess({ counts, exact: { method: 'none' }, ...more });

describe('hard numbers', () => {
  const wrong = (value: unknown, path: string): string[] => {
    if (typeof value === 'number') return Number.isFinite(value) ? [] : [path];
    if (typeof value !== 'object' || value === null) return [];
    return Object.entries(value).flatMap(([key, inner]) => wrong(inner, `${path}.${key}`));
  };
  const counts = fc.constantFrom(0, 0, 0, 1, 1, 2, 3, 5, 17, 100, 1e5, 1e9, 3e14, 0.5, 2.5, 1e-4, 1e-8);
  const anything = fc
    .tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }))
    .chain(([r, c]) => fc.array(fc.array(counts, { minLength: c, maxLength: c }), { minLength: r, maxLength: r }));

  it('of any size together give no NaN and no Infinity, or a Fault that names the cell', () => {
    fc.assert(
      fc.property(anything, (table) => {
        try {
          const levels = { rowLevel: 'ordered', columnLevel: 'ordered' } as const;
          expect(wrong(assessed(table, { ...levels, exact: { work: 20_000, draws: 100 } }), '')).toEqual([]);
        } catch (error) {
          if (!(error instanceof Fault)) throw error;
          expect(error.place.cell).toBeDefined();
        }
      }),
      { numRuns: 400 },
    );
  });

  it.each([
    ['60 x 60', Array.from({ length: 60 }, (_, i) => Array.from({ length: 60 }, (_, j) => (i * 7 + j * 3) % 11))],
    ['2 x 500', [0, 1].map((i) => Array.from({ length: 500 }, (_, j) => (i * 5 + j * 3) % 7))],
    [
      'one respondent',
      [
        [1, 0],
        [0, 0],
      ],
    ],
    [
      'two respondents',
      [
        [1, 0],
        [0, 1],
      ],
    ],
    [
      'one dominating cell',
      [
        [1e9, 1, 0],
        [1, 0, 1],
        [0, 1, 2],
      ],
    ],
    [
      'counts of 1e9',
      [
        [1e9, 2e9, 1e9],
        [3e9, 1e9, 2e9],
        [1e9, 1e9, 4e9],
      ],
    ],
    [
      'all equal',
      [
        [9, 9, 9],
        [9, 9, 9],
        [9, 9, 9],
      ],
    ],
    [
      'empty lines',
      [
        [0, 0, 0],
        [4, 0, 5],
        [0, 0, 0],
        [6, 0, 2],
      ],
    ],
  ])('%s', (_, table) => {
    expect(wrong(assess({ counts: table, rowLevel: 'ordered', columnLevel: 'ordered' }), '')).toEqual([]);
  });

  it('a p near 1e-300 keeps its digits', () => {
    // mpmath, 30 digits: gammainc(1/2, 1370/2, inf, regularized=True).
    const { pearson } = assessed([
      [685, 0],
      [0, 685],
    ]).tests;
    expect(pearson?.statistic).toBe(1370);
    expect(Math.abs((pearson?.p ?? 0) / 6.942937364643268e-300 - 1)).toBeLessThan(1e-9);
  });
});
