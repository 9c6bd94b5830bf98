import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';

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
