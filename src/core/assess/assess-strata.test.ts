import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import { fittedTo } from '../infer/breslow-day.js';

describe('strata of very different size', () => {
  it('have figures all the same', () => {
    const hard = [
      [
        [
          [0, 15],
          [3, 47],
        ],
        [
          [1e9, 2],
          [0, 2],
        ],
      ],
      [
        [
          [0, 0],
          [35, 3],
        ],
        [
          [0, 1],
          [1e9, 0],
        ],
        [
          [1e9, 3],
          [2, 1e9],
        ],
      ],
      [
        [
          [13, 0],
          [1e9, 2],
        ],
        [
          [0, 59],
          [48, 31],
        ],
      ],
      [
        [
          [0, 0],
          [0, 2],
        ],
        [
          [0, 1],
          [1e6, 1],
        ],
        [
          [2, 1],
          [1e9, 1],
        ],
      ],
      [
        [
          [49, 36],
          [1, 42],
        ],
        [
          [0, 2],
          [1e9, 0],
        ],
        [
          [2, 1],
          [1e9, 3],
        ],
      ],
    ];
    for (const strata of hard) {
      const { tests, measures } = assess({ strata, exact: { method: 'none' } });
      const figures: number[] = [];
      JSON.stringify([tests, measures], (_, value: unknown) => {
        if (typeof value === 'number') figures.push(value);
        return value;
      });
      expect(figures.length).toBeGreaterThan(30);
      expect(figures.filter((figure) => !Number.isFinite(figure))).toEqual([]);
    }
  });

  it('are fitted by the common odds ratio with their own totals', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 4, maxLength: 4 }),
        fc.double({ min: 1e-4, max: 1e4, noNaN: true }),
        ([a, b, c, d], psi) => {
          const n = [
            [a!, b!],
            [c!, d!],
          ];
          const stratum = { n, R: [a! + b!, c! + d!], C: [a! + c!, b! + d!], N: a! + b! + c! + d! };
          const {
            cells: [A, B, C, D],
            off,
          } = fittedTo(psi, stratum);
          expect((A * D) / (B * C) / psi).toBeCloseTo(1, 8);
          expect(A + B).toBeCloseTo(stratum.R[0]!, 8);
          expect(A + C).toBeCloseTo(stratum.C[0]!, 8);
          expect(off).toBeCloseTo(a! - A, 8);
        },
      ),
    );
  });
});
