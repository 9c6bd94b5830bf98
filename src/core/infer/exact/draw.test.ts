import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { total } from '../../numerics/total.js';
import { binomial, drawOneWay, drawTable, hypergeometric, seeded, tableDrawer } from './draw.js';

const size = fc.integer({ min: 0, max: 40 });
const seed = fc.integer({ min: 1, max: 1_000_000 });

/** Margins of a table with as many respondents by rows as by columns. */
const margins = fc
  .tuple(fc.array(size, { minLength: 2, maxLength: 5 }), fc.integer({ min: 2, max: 5 }), seed)
  .map(([R, width, from]) => {
    const random = seeded(from);
    const C = new Array<number>(width).fill(0);
    for (let k = 0; k < total(R); k++) C[Math.floor(random() * width)]! += 1;
    return { R, C };
  });

const rowSums = (out: Float64Array, height: number, width: number) =>
  Array.from({ length: height }, (_, i) => total(out.subarray(i * width, (i + 1) * width)));
const columnSums = (out: Float64Array, height: number, width: number) =>
  Array.from({ length: width }, (_, j) => total(Array.from({ length: height }, (__, i) => out[i * width + j]!)));

describe('numbers that are drawn', () => {
  it('are the same from the same seed, and others from another', () => {
    const from = (start: number) => Array.from({ length: 5 }, seeded(start));
    expect(from(7)).toEqual(from(7));
    expect(from(7)).not.toEqual(from(8));
    expect(from(7).every((value) => value >= 0 && value < 1)).toBe(true);
  });

  it('stay within what can be drawn', () => {
    fc.assert(
      fc.property(size, size, seed, (good, bad, from) => {
        const sample = Math.floor((good + bad) / 2);
        const drawn = hypergeometric(good, bad, sample, seeded(from));
        expect(drawn).toBeGreaterThanOrEqual(Math.max(0, sample - bad));
        expect(drawn).toBeLessThanOrEqual(Math.min(good, sample));
        const successes = binomial(good, 0.3, seeded(from));
        expect(successes >= 0 && successes <= good && Number.isInteger(successes)).toBe(true);
      }),
    );
  });

  it('have the mean that they should, many of them together', () => {
    const random = seeded(20261127);
    const draws = Array.from({ length: 4000 }, () => hypergeometric(30, 20, 25, random));
    // 25 × 30/50 = 15, with a standard deviation of 1.75: the mean of 4,000 lies within .2 of it.
    expect(Math.abs(total(draws) / draws.length - 15)).toBeLessThan(0.2);
    const successes = Array.from({ length: 4000 }, () => binomial(40, 0.25, random));
    expect(Math.abs(total(successes) / successes.length - 10)).toBeLessThan(0.3);
  });

  it('are certain where there is no choice', () => {
    expect(binomial(9, 0, seeded(1))).toBe(0);
    expect(hypergeometric(0, 9, 4, seeded(1))).toBe(0);
    const out = new Float64Array(3);
    drawOneWay(12, [0, 1, 0], seeded(1), out);
    expect([...out]).toEqual([0, 12, 0]);
  });
});

describe('tables that are drawn', () => {
  it('keep their margins, drawn cell by cell or shuffled', () => {
    fc.assert(
      fc.property(margins, seed, ({ R, C }, from) => {
        const byCells = (random: () => number, out: Float64Array) => drawTable(R, C, random, out);
        for (const draw of [byCells, tableDrawer(R, C)]) {
          const out = new Float64Array(R.length * C.length);
          draw(seeded(from), out);
          expect(rowSums(out, R.length, C.length)).toEqual(R);
          expect(columnSums(out, R.length, C.length)).toEqual(C);
          expect(out.every((n) => n >= 0 && Number.isInteger(n))).toBe(true);
        }
      }),
    );
  });

  it('of one way add up to all respondents', () => {
    const parts = fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 2, maxLength: 6 });
    fc.assert(
      fc.property(parts, size, seed, (given, N, from) => {
        const shares = given.map((part) => part / total(given));
        const out = new Float64Array(given.length);
        drawOneWay(N, shares, seeded(from), out);
        expect(total(out)).toBe(N);
      }),
    );
  });
});
