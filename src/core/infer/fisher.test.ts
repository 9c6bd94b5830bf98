import { describe, expect, it } from 'vitest';
import { reduceTable } from '../crosstab.js';
import { fisher } from './fisher.js';
import { pearson } from './pearson.js';
import { isAbsent, type TestResult } from './result.js';

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
