import { describe, expect, it } from 'vitest';
import { reduceTable } from '../crosstab.js';
import { cells } from './cells.js';
import { fisher } from './fisher.js';
import { holm } from './adjust.js';
import { likelihoodRatio } from './likelihood-ratio.js';
import { pearson } from './pearson.js';
import { isAbsent, type TestResult } from './result.js';
import { wilson } from './wilson.js';
import { yates } from './yates.js';

const table = (counts: number[][]) => reduceTable(counts).table;

function present(outcome: ReturnType<typeof fisher>): TestResult {
  if (isAbsent(outcome)) throw new Error(outcome.absent);
  return outcome;
}

/** Binomial coefficient, by the definition. */
function choose(n: number, k: number): number {
  let product = 1;
  for (let i = 1; i <= k; i++) product = (product * (n - k + i)) / i;
  return Math.round(product);
}

/** Fisher's p by listing every table: another route than the code's own. */
function fisherByListing([a, b, c, d]: readonly [number, number, number, number]) {
  const [r1, c1, n] = [a + b, a + c, a + b + c + d];
  const probability = (x: number) => (choose(c1, x) * choose(n - c1, r1 - x)) / choose(n, r1);
  const low = Math.max(0, r1 + c1 - n);
  const all = Array.from({ length: Math.min(r1, c1) - low + 1 }, (_, k) => low + k);
  const sum = (keep: (x: number) => boolean) => all.filter(keep).reduce((total, x) => total + probability(x), 0);
  return {
    p: sum((x) => probability(x) <= probability(a) * (1 + 1e-7)),
    pLess: sum((x) => x <= a),
    pGreater: sum((x) => x >= a),
  };
}

describe('fisher', () => {
  it('gives the tea-tasting experiment its p (Fisher 1935: 1 + 16 of 70 tables at least as good)', () => {
    const result = present(
      fisher(
        table([
          [3, 1],
          [1, 3],
        ]),
      ),
    );
    expect(result.pGreater).toBeCloseTo(17 / 70, 14);
    expect(result.p).toBeCloseTo(34 / 70, 14);
  });

  it('agrees with a listing of every table', () => {
    for (let a = 0; a <= 6; a++) {
      for (let b = 1; b <= 6; b += 2) {
        for (let c = 1; c <= 7; c += 3) {
          for (let d = 0; d <= 5; d++) {
            if (a + c === 0 || b + d === 0 || c + d === 0) continue;
            const result = present(
              fisher(
                table([
                  [a, b],
                  [c, d],
                ]),
              ),
            );
            const listed = fisherByListing([a, b, c, d]);
            expect(result.p).toBeCloseTo(Math.min(1, listed.p), 12);
            expect(result.pLess).toBeCloseTo(Math.min(1, listed.pLess), 12);
            expect(result.pGreater).toBeCloseTo(Math.min(1, listed.pGreater), 12);
          }
        }
      }
    }
  });

  it('holds on tables too large for factorials', () => {
    const result = present(
      fisher(
        table([
          [500_000, 499_000],
          [499_500, 500_500],
        ]),
      ),
    );
    const { p } = pearson(
      table([
        [500_000, 499_000],
        [499_500, 500_500],
      ]),
    );
    expect(Math.abs(result.p / p - 1)).toBeLessThan(0.02);
  });
});

describe('pearson and its kin', () => {
  it('works a textbook table out: X² = sum of (n - e)²/e', () => {
    // Rows 20, 30 and columns 25, 25 of 50: e = 10, 10, 15, 15; X² = 25/10 + 25/10 + 25/15 + 25/15.
    const result = pearson(
      table([
        [15, 5],
        [10, 20],
      ]),
    );
    expect(result.statistic).toBeCloseTo(25 / 10 + 25 / 10 + 25 / 15 + 25 / 15, 13);
    expect(result.df).toBe(1);
  });

  it('corrects for continuity by N/2, and never below 0', () => {
    const result = present(
      yates(
        table([
          [15, 5],
          [10, 20],
        ]),
      ),
    );
    expect(result.statistic).toBeCloseTo((50 * (15 * 20 - 5 * 10 - 25) ** 2) / (20 * 30 * 25 * 25), 12);
    expect(
      present(
        yates(
          table([
            [10, 10],
            [10, 11],
          ]),
        ),
      ).statistic,
    ).toBe(0);
  });

  it('has a G² of 2 sum n ln(n/e), also where a cell is empty', () => {
    const result = likelihoodRatio(
      table([
        [10, 0],
        [5, 15],
      ]),
    );
    const direct = 2 * (10 * Math.log(10 / 5) + 5 * Math.log(5 / 10) + 15 * Math.log(15 / 10));
    expect(result.statistic).toBeCloseTo(direct, 12);
  });

  it('keeps the digits of G² next to independence', () => {
    // For a small departure d, G² and X² agree to the first order in d.
    const counts = [
      [1e8 + 10, 1e8 - 10],
      [1e8 - 10, 1e8 + 10],
    ];
    const x2 = pearson(table(counts)).statistic ?? 0;
    expect(x2).toBeCloseTo(4e-6, 12);
    expect(Math.abs((likelihoodRatio(table(counts)).statistic ?? 0) / x2 - 1)).toBeLessThan(1e-6);
  });

  it('is 0 with p 1 at exact independence', () => {
    const result = pearson(
      table([
        [10, 20],
        [20, 40],
      ]),
    );
    expect(result.statistic).toBe(0);
    expect(result.p).toBe(1);
    expect(
      likelihoodRatio(
        table([
          [10, 20],
          [20, 40],
        ]),
      ).p,
    ).toBe(1);
  });
});

describe('cells', () => {
  const found = cells(
    table([
      [30, 10, 5],
      [10, 30, 15],
      [5, 15, 30],
    ]),
  );
  it('share X² out completely', () => {
    expect(found.contribution.flat().reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
  });
  it('expect the margins', () => {
    expect(found.expected.map((row) => row.reduce((a, b) => a + b, 0)).map((x) => Math.round(x * 1e9) / 1e9)).toEqual([
      45, 55, 50,
    ]);
  });
  it('adjust every p upwards and never past 1', () => {
    found.p.flat().forEach((p, k) => {
      const adjusted = found.adjustedP.flat()[k] ?? 0;
      expect(adjusted).toBeGreaterThanOrEqual(p);
      expect(adjusted).toBeLessThanOrEqual(1);
    });
  });
  it('give the four cells of a 2 x 2 table one size of adjusted residual, the root of X²', () => {
    const four = table([
      [15, 5],
      [10, 20],
    ]);
    const root = Math.sqrt(pearson(four).statistic ?? 0);
    for (const residual of cells(four).adjustedResidual.flat()) expect(Math.abs(residual)).toBeCloseTo(root, 12);
  });
});

describe('holm', () => {
  it('multiplies by the number of hypotheses left, and never falls', () => {
    expect(holm([0.01, 0.04, 0.03])).toEqual([0.03, 0.06, 0.06]);
    expect(holm([0.5, 0.6])).toEqual([1, 1]);
    expect(holm([])).toEqual([]);
  });
});

describe('wilson', () => {
  it('gives the interval of 10 in 100 (Newcombe 1998 has method and form)', () => {
    const { lower, upper } = wilson(10, 100, 0.95);
    // (p + z²/2n +- z sqrt(p q/n + z²/4n²)) / (1 + z²/n), by hand.
    expect(lower).toBeCloseTo(0.05522914, 7);
    expect(upper).toBeCloseTo(0.17436566, 7);
  });
  it('stays inside 0 and 1 at the ends', () => {
    expect(wilson(0, 20, 0.95).lower).toBe(0);
    expect(wilson(20, 20, 0.95).upper).toBe(1);
    expect(wilson(0, 20, 0.95).upper).toBeGreaterThan(0);
  });
});
