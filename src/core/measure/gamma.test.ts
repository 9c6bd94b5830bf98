import { describe, expect, it } from 'vitest';
import { isAbsent } from '../infer/result.js';
import { gamma } from './gamma.js';
import { countPairs } from './pairs.js';
import { table } from './tables.fixtures.js';

describe('gamma', () => {
  it('counts pairs as the definition does', () => {
    const counts = [
      [3, 1, 2],
      [0, 4, 1],
      [2, 2, 5],
    ];
    let P = 0;
    let Q = 0;
    counts.forEach((row, i) =>
      row.forEach((n, j) =>
        counts.forEach((other, k) =>
          other.forEach((m, l) => {
            if ((i - k) * (j - l) > 0) P += n * m;
            if ((i - k) * (j - l) < 0) Q += n * m;
          }),
        ),
      ),
    );
    const pairs = countPairs(table(counts));
    expect([pairs.P, pairs.Q]).toEqual([P, Q]);
    const result = gamma(table(counts), 0.95);
    expect(isAbsent(result) ? null : result.value).toBeCloseTo((P - Q) / (P + Q), 13);
  });

  it("is Yule's Q on 2 x 2", () => {
    const result = gamma(
      table([
        [12, 5],
        [3, 9],
      ]),
      0.95,
    );
    expect(isAbsent(result) ? null : result.value).toBeCloseTo((12 * 9 - 5 * 3) / (12 * 9 + 5 * 3), 13);
  });

  it('agrees with a numerical derivative about its standard error', () => {
    const counts = [
      [13, 7, 4],
      [6, 9, 11],
      [2, 8, 15],
    ];
    const f = (changed: number[][]) => {
      const { P, Q } = countPairs(table(changed));
      return (P - Q) / (P + Q);
    };
    let variance = 0;
    counts.forEach((row, i) =>
      row.forEach((n, j) => {
        const bump = (by: number) => counts.map((r, a) => r.map((m, b) => (a === i && b === j ? m + by : m)));
        variance += n * ((f(bump(1e-4)) - f(bump(-1e-4))) / 2e-4) ** 2;
      }),
    );
    const result = gamma(table(counts), 0.95);
    expect(isAbsent(result) ? 0 : result.ase).toBeCloseTo(Math.sqrt(variance), 7);
  });
});
