import { describe, expect, it } from 'vitest';
import { holm, adjust, ADJUSTMENTS } from './adjust.js';
import fc from 'fast-check';

describe('holm', () => {
  it('multiplies by the number of hypotheses left, and never falls', () => {
    expect(holm([0.01, 0.04, 0.03])).toEqual([0.03, 0.06, 0.06]);
    expect(holm([0.5, 0.6])).toEqual([1, 1]);
    expect(holm([])).toEqual([]);
  });
});

describe('adjusted p', () => {
  it('is never smaller than p, never above 1, and in the order of p', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 30 }), (p) => {
        for (const by of ADJUSTMENTS) {
          const adjusted = adjust(p, by);
          p.forEach((value, k) => {
            expect(adjusted[k]).toBeGreaterThanOrEqual(value * (1 - 1e-12));
            expect(adjusted[k]).toBeLessThanOrEqual(1);
            p.forEach((other, l) => value < other && expect(adjusted[k]).toBeLessThanOrEqual(adjusted[l]!));
          });
        }
        const [holm, bonferroni, bh] = ADJUSTMENTS.map((by) => adjust(p, by));
        p.forEach((_, k) => {
          expect(holm![k]).toBeLessThanOrEqual(bonferroni![k]!);
          expect(bh![k]).toBeLessThanOrEqual(holm![k]! + 1e-12);
        });
      }),
    );
  });

  it('of Benjamini and Hochberg is the smallest p m/k from there on (1995)', () => {
    expect(adjust([0.01, 0.02, 0.03, 0.5], 'benjamini-hochberg')).toEqual([0.04, 0.04, 0.04, 0.5]);
  });
});
