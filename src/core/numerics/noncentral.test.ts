import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chiSquareCumulative } from './distributions.js';
import { noncentralChiSquareCumulative, noncentralityFor } from './noncentral.js';

const relative = (actual: number, expected: number) => Math.abs(actual / expected - 1);

describe('noncentral chi-square', () => {
  it.each([
    [5, 3, 2.5, 0.5402389857908149],
    [50, 10, 30, 0.8080949616287263],
    [400, 4, 500, 0.0075161254548388],
    [1200, 20, 1000, 0.9968455092192972],
  ])('P(X <= %d), df %d, lambda %d', (x, df, lambda, expected) => {
    expect(relative(noncentralChiSquareCumulative(x, df, lambda), expected)).toBeLessThan(1e-11);
  });

  it('is the central one without noncentrality', () => {
    expect(noncentralChiSquareCumulative(7, 4, 0)).toBe(chiSquareCumulative(7, 4));
    expect(noncentralChiSquareCumulative(0, 4, 3)).toBe(0);
  });

  it('falls as the noncentrality grows', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 200, noNaN: true }),
        fc.integer({ min: 1, max: 20 }),
        fc.double({ min: 0.1, max: 200, noNaN: true }),
        (x, df, lambda) => {
          const less = noncentralChiSquareCumulative(x, df, lambda);
          expect(noncentralChiSquareCumulative(x, df, lambda * 1.5)).toBeLessThanOrEqual(less + 1e-15);
          expect(less).toBeGreaterThanOrEqual(0);
          expect(less).toBeLessThanOrEqual(1);
        },
      ),
    );
  });

  it('finds the noncentrality for a probability', () => {
    for (const [x, df, p] of [
      [30, 4, 0.975],
      [30, 4, 0.025],
      [5000, 12, 0.025],
      [200_000, 20, 0.975],
    ] as const) {
      const lambda = noncentralityFor(x, df, p);
      expect(noncentralChiSquareCumulative(x, df, lambda)).toBeCloseTo(p, 10);
    }
  });

  it('goes over to its approximation without a step', () => {
    for (const x of [4e8 - 60_000, 4e8, 4e8 + 50_000]) {
      const [below, above] = [3.999_999_99e8, 4.000_000_01e8].map((lambda) =>
        noncentralChiSquareCumulative(x, 6, lambda),
      );
      expect(Math.abs((below ?? 0) - (above ?? 1))).toBeLessThan(1e-4);
    }
    expect(noncentralChiSquareCumulative(1e15, 4, 1e15)).toBeCloseTo(0.5, 6);
  });

  it('is 0 where even no noncentrality gives less', () => {
    expect(noncentralityFor(2, 4, 0.975)).toBe(0);
  });
});
