import fc from 'fast-check';
import { expect, test } from 'vitest';
import { assessCells, assessMeans } from './assess-cells.js';
import { assessGroups } from './assess-numbers.js';
import { assessTable } from './assess-table.js';

const ADJUSTMENTS = ['holm', 'bonferroni', 'benjamini-hochberg'] as const;

test('cells show what the whole assessment of the table says of them, empty rows and columns too', () => {
  const shape = fc.tuple(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 5 }));
  const request = shape.chain(([rows, columns]) =>
    fc.record({
      counts: fc.array(fc.array(fc.integer({ min: 0, max: 60 }), { minLength: columns, maxLength: columns }), {
        minLength: rows,
        maxLength: rows,
      }),
      adjustment: fc.constantFrom(...ADJUSTMENTS),
      confidence: fc.constantFrom(0.9, 0.95, 0.99),
    }),
  );
  fc.assert(
    fc.property(request, ({ counts, adjustment, confidence }) => {
      const whole = assessTable({ counts, confidence, adjustment, exact: { method: 'none' } });
      const { cells, columnProportions, means, dropped } = whole;
      expect(assessCells({ counts, confidence }, adjustment)).toEqual({ cells, columnProportions, means, dropped });
    }),
    { numRuns: 60 },
  );
});

test('of weighted counts too', () => {
  const counts = [
    [12, 30, 8],
    [25, 14, 21],
  ];
  const sums = counts.map((line) => line.map((n, k) => n * (0.8 + 0.2 * k)));
  const squares = counts.map((line) => line.map((n, k) => n * (0.8 + 0.2 * k) ** 2 * 1.1));
  const request = { counts, weights: { sums, squares }, confidence: 0.95 };
  const whole = assessTable({ ...request, adjustment: 'bonferroni', exact: { method: 'none' } });
  const own = assessCells(request, 'bonferroni');
  expect(own.cells).toEqual(whole.cells);
  expect(own.columnProportions).toEqual(whole.columnProportions);
});

test('of numbers in groups: their means two by two, and which groups nobody is in', () => {
  const group = (n: number, mean: number) => ({
    n,
    weight: n,
    weightSquares: n,
    mean,
    squares: n * 4,
    weightedSquares: n * 4,
  });
  const counted = { all: group(60, 3), ties: null, columns: [group(30, 2), null, group(30, 4)] };
  const asked = counted as unknown as Parameters<typeof assessGroups>[0];
  const own = assessMeans(asked, 0.95, 'holm');
  expect(own?.dropped).toEqual({ rows: [], columns: [1] });
  expect(own?.means).toEqual(assessGroups(asked, 0.95, 'holm')?.means);
  expect(assessMeans({ ...asked, all: null }, 0.95, 'holm')).toBeNull();
});
