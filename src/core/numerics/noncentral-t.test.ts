import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fSurvival, normalUpper } from './distributions.js';
import { noncentralityOfT, noncentralTCumulative } from './noncentral-t.js';

/** By its definition: the mean of the normal P(Z <= t s - delta) over s = chi/sqrt(df), by Simpson's rule. */
function byIntegration(t: number, df: number, delta: number): number {
  const [from, to, steps] = [0, 1 + 14 / Math.sqrt(2 * df), 6000];
  const density = (s: number) => (s === 0 ? 0 : Math.exp((df - 1) * Math.log(s) - (df * (s * s - 1)) / 2));
  let [whole, part] = [0, 0];
  for (let k = 0; k <= steps; k++) {
    const s = from + ((to - from) * k) / steps;
    const weight = (k === 0 || k === steps ? 1 : k % 2 === 1 ? 4 : 2) * density(s);
    whole += weight;
    part += weight * normalUpper(delta - t * s);
  }
  return part / whole;
}

describe('noncentral t', () => {
  it.each([
    [2, 10, 1],
    [0.5, 3, -0.8],
    [3, 58, 4.5],
    [12, 400, 11],
    [-1.5, 20, 0.7],
    [25, 30, 24],
  ])('P(T <= %d), df %d, delta %d is as its definition gives it', (t, df, delta) => {
    expect(noncentralTCumulative(t, df, delta)).toBeCloseTo(byIntegration(t, df, delta), 7);
  });

  it('is the central one without noncentrality', () => {
    for (const t of [0.3, 1.7, 4]) {
      expect(noncentralTCumulative(t, 12, 0)).toBeCloseTo(1 - fSurvival(t * t, 1, 12) / 2, 12);
      expect(noncentralTCumulative(-t, 12, 0)).toBeCloseTo(fSurvival(t * t, 1, 12) / 2, 12);
    }
  });

  it('gives the noncentrality back that gives a probability', () => {
    const cases = fc.tuple(
      fc.double({ min: -30, max: 30, noNaN: true }),
      fc.integer({ min: 2, max: 2000 }),
      fc.double({ min: 0.001, max: 0.999, noNaN: true }),
    );
    fc.assert(
      fc.property(cases, ([t, df, probability]) => {
        const delta = noncentralityOfT(t, df, probability);
        expect(noncentralTCumulative(t, df, delta)).toBeCloseTo(probability, 7);
      }),
      { numRuns: 60 },
    );
  });

  it('is that of 0 next to 0', () => {
    for (const t of [0, 5e-324, 2.7e-162, -1e-120]) expect(noncentralTCumulative(t, 2, 1.5)).toBeCloseTo(0.0668072, 7);
  });

  it('goes over to its approximation without a step', () => {
    const [below, above] = [1414, 1414.5].map((delta) => noncentralTCumulative(1413, 1e6, delta));
    expect(Math.abs(below! - above!)).toBeLessThan(0.2);
  });
});
