import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { chiSquareCumulative, chiSquareSurvival, criticalZ, normalTwoSided } from './distributions.js';

const relative = (actual: number, expected: number) => Math.abs(actual / expected - 1);

// Expected values: bench/oracle/noncentral.py (python3-mpmath, 40 digits).
describe('chi-square', () => {
  it.each([
    [3.84, 1, 0.0500435212487051],
    [1000, 1, 1.7958327848007262e-219],
    [31.2, 4, 2.786853699792801e-6],
    [700, 30, 4.910784176302912e-128],
    [1300, 2, 5.111951948651156e-283],
  ])('P(X >= %d), df %d', (x, df, expected) => {
    expect(relative(chiSquareSurvival(x, df), expected)).toBeLessThan(1e-12);
  });

  it('is 1 at nothing, and both tails make 1', () => {
    expect(chiSquareSurvival(0, 3)).toBe(1);
    expect(chiSquareCumulative(0, 3)).toBe(0);
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 80, noNaN: true }), fc.integer({ min: 1, max: 60 }), (x, df) => {
        expect(chiSquareSurvival(x, df) + chiSquareCumulative(x, df)).toBeCloseTo(1, 12);
      }),
    );
  });

  it('knows the usual critical values', () => {
    expect(criticalZ(0.95)).toBeCloseTo(1.959963984540054, 13);
    expect(criticalZ(0.99)).toBeCloseTo(2.5758293035489004, 13);
    expect(normalTwoSided(1.959963984540054)).toBeCloseTo(0.05, 13);
    expect(normalTwoSided(0)).toBe(1);
  });
});
