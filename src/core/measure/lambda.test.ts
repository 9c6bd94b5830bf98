import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lambda } from './lambda.js';
import { table, tables } from './tables.fixtures.js';

describe('lambda', () => {
  it('is the share of errors saved, worked by hand', () => {
    // Guessing the column: blind 30 of 60 right, knowing the row 20 + 25 of 60: (45 - 30)/(60 - 30).
    const counts = [
      [20, 5],
      [5, 25],
    ];
    const blind = 30;
    expect(lambda(table(counts), 'columns', 0.95).value).toBeCloseTo((45 - blind) / (55 - blind), 12);
  });

  it('is 0 where the best guess is the same in every row, though the variables are related', () => {
    expect(
      lambda(
        table([
          [30, 10],
          [20, 19],
        ]),
        'columns',
        0.95,
      ).value,
    ).toBe(0);
  });

  it('has no standard error where two categories tie for the largest', () => {
    expect(
      lambda(
        table([
          [5, 5],
          [3, 9],
        ]),
        'columns',
        0.95,
      ).ase,
    ).toBeUndefined();
    expect(
      lambda(
        table([
          [6, 5],
          [3, 9],
        ]),
        'columns',
        0.95,
      ).ase,
    ).toBeGreaterThan(0);
  });

  it('puts the symmetric value between the two directions', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const [a, b, both] = (['columns', 'rows', 'symmetric'] as const).map(
          (way) => lambda(table(counts), way, 0.95).value,
        );
        expect(both).toBeGreaterThanOrEqual(Math.min(a!, b!) - 1e-12);
        expect(both).toBeLessThanOrEqual(Math.max(a!, b!) + 1e-12);
      }),
    );
  });
});
