import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import { reduceTable } from '../crosstab.js';
import { fourIntervals, standsOnFisher } from './four-intervals.js';

const table = (counts: number[][]) => reduceTable(counts).table;

const four = fc
  .array(fc.integer({ min: 0, max: 40 }), { minLength: 4, maxLength: 4 })
  .filter(([a, b, c, d]) => a! + b! > 0 && c! + d! > 0 && a! + c! > 0 && b! + d! > 0)
  .map(([a, b, c, d]) => [
    [a!, b!],
    [c!, d!],
  ]);

describe('intervals of a 2 x 2 table', () => {
  it('hold 0 just where the test that the verdict stands on does not reject, and always hold the estimate', () => {
    fc.assert(
      fc.property(four, (counts) => {
        const { tests, measures } = assess({ counts });
        const p = (standsOnFisher(table(counts)) ? tests.fisher : tests.pearson)!.p;
        for (const id of ['phi', 'risk-difference'] as const) {
          const { value, lower, upper } = measures[id]!;
          expect(lower! > 1e-9 || upper! < -1e-9, id).toBe(p < 0.05);
          expect(value).toBeGreaterThanOrEqual(lower! - 1e-9);
          expect(value).toBeLessThanOrEqual(upper! + 1e-9);
        }
      }),
      { numRuns: 300 },
    );
  });
  it('take a p of exactly .05 for one that does not reject', () => {
    // Fisher's p is 15/300.
    const { tests, measures } = assess({
      counts: [
        [19, 4],
        [0, 2],
      ],
    });
    expect(tests.fisher!.p).toBeCloseTo(0.05, 15);
    expect(measures.phi!.lower).toBeLessThanOrEqual(1e-9);
  });
  it('turn over with the rows', () => {
    fc.assert(
      fc.property(four, (counts) => {
        const [intervals, other] = [
          fourIntervals(table(counts), 0.95)!,
          fourIntervals(table([...counts].reverse()), 0.95)!,
        ];
        expect(other.phi.lower).toBeCloseTo(-intervals.phi.upper, 7);
        expect(other.riskDifference.upper).toBeCloseTo(-intervals.riskDifference.lower, 7);
      }),
      {
        numRuns: 100,
        // Nobody in a cell: the likeliest table with a phi lies on an edge.
        examples: [
          [
            [
              [1, 0],
              [3, 5],
            ],
          ],
          [
            [
              [0, 21],
              [7, 5],
            ],
          ],
          [
            [
              [22, 1],
              [32, 0],
            ],
          ],
        ],
      },
    );
  });
  it('with weights hold 0 just where the Rao-Scott test does not reject', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.integer({ min: 2, max: 60 }),
            fc.double({ min: 0.4, max: 2.5, noNaN: true }),
            fc.double({ min: 1.05, max: 2, noNaN: true }),
          ),
          { minLength: 4, maxLength: 4 },
        ),
        (cells) => {
          const square = <T>(line: T[]) => [line.slice(0, 2), line.slice(2)];
          const counts = square(cells.map(([n]) => n));
          const sums = square(cells.map(([n, w]) => n * w));
          const squares = square(cells.map(([n, w, uneven]) => n * w * w * uneven)).map((line, i) =>
            line.map((value, j) => Math.min(value, 0.99 * sums[i]![j]! ** 2)),
          );
          const { tests, measures } = assess({ counts, weights: { sums, squares } });
          const { lower, upper } = measures.phi!;
          expect(lower! > 1e-9 || upper! < -1e-9).toBe(tests['rao-scott']!.p < 0.05);
        },
      ),
    );
  });
  it('of weights that lie far apart go from no less than 0 to past the odds ratio of the table', () => {
    const cell = fc
      .array(fc.double({ min: 0.001, max: 500, noNaN: true }), { minLength: 1, maxLength: 4 })
      .map((weights) => [0, 1, 2].map((power) => weights.reduce((sum, weight) => sum + weight ** power, 0)));
    fc.assert(
      fc.property(fc.array(cell, { minLength: 4, maxLength: 4 }), (cells) => {
        const [n, w, squared] = [0, 1, 2].map((power) => {
          const [a, b, c, d] = cells.map((cell) => cell[power]!);
          return [
            [a!, b!],
            [c!, d!],
          ];
        });
        const weighted = reduceTable(n!, { weights: { sums: w!, squares: squared! } }).table;
        const { oddsRatio } = fourIntervals(weighted, 0.95) ?? {};
        if (!oddsRatio) return;
        expect(oddsRatio.lower).toBeGreaterThanOrEqual(0);
        const value = (w![0]![0]! / w![0]![1]!) * (w![1]![1]! / w![1]![0]!);
        expect(oddsRatio.lower).toBeLessThanOrEqual(value * (1 + 1e-9));
        expect(oddsRatio.upper).toBeGreaterThanOrEqual(value * (1 - 1e-9));
      }),
      { numRuns: 300 },
    );
  });
});
