import { describe, expect, it } from 'vitest';
import { reduceTable } from '../crosstab.js';
import { type fisher } from './fisher.js';
import { likelihoodRatio } from './likelihood-ratio.js';
import { pearson } from './pearson.js';
import { isAbsent, type TestResult } from './result.js';
import { yates } from './yates.js';

const table = (counts: number[][]) => reduceTable(counts).table;

function present(outcome: ReturnType<typeof fisher>): TestResult {
  if (isAbsent(outcome)) throw new Error(outcome.absent);
  return outcome;
}

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
