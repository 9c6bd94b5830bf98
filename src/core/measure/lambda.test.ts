import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { reduceTable } from '../crosstab.js';
import { lambda } from './lambda.js';

const table = (counts: number[][]) => reduceTable(counts).table;

/** Tables of 2 to 5 rows and columns, with no empty row or column. */
const tables = fc
  .tuple(fc.integer({ min: 2, max: 5 }), fc.integer({ min: 2, max: 5 }))
  .chain(([rows, columns]) =>
    fc.array(fc.array(fc.integer({ min: 0, max: 60 }), { minLength: columns, maxLength: columns }), {
      minLength: rows,
      maxLength: rows,
    }),
  )
  .filter(
    (counts) =>
      counts.every((row) => row.some((n) => n > 0)) && counts[0]!.every((_, j) => counts.some((row) => row[j]! > 0)),
  );

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
