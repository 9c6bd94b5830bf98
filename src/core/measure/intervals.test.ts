import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import { reduceTable } from '../crosstab.js';
import { fisherInterval } from '../infer/exact/fisher-interval.js';
import { fourIntervals, standsOnFisher } from './four-intervals.js';
import { phiScoreInterval } from './phi-score.js';

interface Reference {
  score: { counts: number[][]; phi: number[]; riskDifference: number[] }[];
  exact: { counts: number[][]; phi: number[] }[];
  eta: { counts: number[][]; interval: number[] }[];
  weighted: { counts: number[][]; sums: number[][]; squares: number[][]; V: number[] }[];
}
// Worked out by other routes: bench/oracle/intervals.py.
const reference = JSON.parse(
  readFileSync(new URL('../../../reference/intervals.json', import.meta.url), 'utf8'),
) as Reference;

const table = (counts: number[][]) => reduceTable(counts).table;
const near = (found: { lower?: number; upper?: number }, [lower, upper]: number[], digits: number) => {
  expect(found.lower).toBeCloseTo(lower!, digits);
  expect(found.upper).toBeCloseTo(upper!, digits);
};
const phiAt = (counts: number[][], first: number) => {
  const { R, C, N } = table(counts);
  return (N * first - R[0]! * C[0]!) / Math.sqrt(R[0]! * R[1]! * C[0]! * C[1]!);
};

describe('intervals against other routes', () => {
  it.each(reference.score)('score intervals of $counts', ({ counts, phi, riskDifference }) => {
    near(phiScoreInterval(table(counts), 0.95), phi, 5);
    const { measures } = assess({ counts });
    if (!standsOnFisher(table(counts))) near(measures['risk-difference']!, riskDifference, 6);
  });
  it.each(reference.exact)('the exact interval of $counts', ({ counts, phi }) => {
    const found = fisherInterval(table(counts), 0.95)!;
    near({ lower: phiAt(counts, found.lower), upper: phiAt(counts, found.upper) }, phi, 6);
  });
  it.each(reference.eta)('eta of $counts', ({ counts, interval }) => {
    near(assess({ counts }).measures['eta:columns']!, interval, 8);
  });
  it.each(reference.weighted)('V with weights of $counts', ({ counts, sums, squares, V }) => {
    near(assess({ counts, weights: { sums, squares } }).measures['cramers-v']!, V, 8);
  });
});

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
  it('turn over with the rows', () => {
    fc.assert(
      fc.property(four, (counts) => {
        const [one, other] = [fourIntervals(table(counts), 0.95)!, fourIntervals(table([...counts].reverse()), 0.95)!];
        expect(other.phi.lower).toBeCloseTo(-one.phi.upper, 6);
        expect(other.riskDifference.upper).toBeCloseTo(-one.riskDifference.lower, 6);
      }),
      { numRuns: 100 },
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
});

describe('intervals of larger tables', () => {
  const tables = fc.array(fc.array(fc.integer({ min: 0, max: 12 }), { minLength: 3, maxLength: 3 }), {
    minLength: 2,
    maxLength: 4,
  });
  it('come from one inversion: V, T, C and phi tell the same of the population', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const { measures, base } = assess({ counts, exact: { method: 'none' } });
        const { phi, contingency, 'cramers-v': V, 'tschuprow-t': T } = measures;
        if (!phi || base.rows + base.columns < 5) return;
        for (const end of ['lower', 'upper'] as const) {
          const square = phi[end]! ** 2;
          expect(V![end]! ** 2 * (Math.min(base.rows, base.columns) - 1)).toBeCloseTo(square, 9);
          expect(T![end]! ** 2 * Math.sqrt((base.rows - 1) * (base.columns - 1))).toBeCloseTo(square, 9);
          expect(contingency![end]! ** 2).toBeCloseTo(square / (1 + square), 9);
        }
      }),
    );
  });
  it('never run away where X² stands at its expectation', () => {
    for (let code = 0; code < 4 ** 4; code++) {
      const cells = [0, 1, 2, 3].map((k) => Math.floor(code / 4 ** k) % 4);
      const V = assess({ counts: [cells.slice(0, 2), cells.slice(2)] }).measures['cramers-v-corrected'];
      if (V?.lower === undefined) continue;
      expect(V.lower).toBeGreaterThanOrEqual(0);
      expect(V.upper).toBeLessThan(3);
      expect(V.ase ?? 0).toBeLessThan(100);
    }
  });
  it('have no end at an edge, and say why', () => {
    const { measures } = assess({
      counts: [
        [16, 31],
        [35, 45],
      ],
    });
    expect(measures['lambda:columns']).toMatchObject({ value: 0, ase: 0 });
    expect(measures['lambda:columns']?.lower).toBeUndefined();
    expect(measures['lambda:columns']?.noInterval).toContain('edge of lambda');
  });
});
