import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import type { TableRequest } from '../assess/requests.js';
import { tables } from '../measure/tables.fixtures.js';
import type { MeasureId } from './registry.js';

const flip = (counts: number[][]) => counts[0]!.map((_, j) => counts.map((row) => row[j]!));

/** Without the exact tests, which have properties of their own. */
const assessed = (request: TableRequest) => assess({ ...request, exact: { method: 'none' } });

const value = (counts: number[][], id: MeasureId) => assessed({ counts }).measures[id]?.value;

function near(a: number | undefined, b: number | undefined, digits = 9) {
  if (a === undefined || b === undefined) expect(a).toBe(b);
  else expect(a).toBeCloseTo(b, digits);
}

describe('properties of every measure', () => {
  it('transposing swaps the directions of lambda and leaves the rest', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const turned = flip(counts);
        near(value(turned, 'lambda:rows'), value(counts, 'lambda:columns'));
        near(value(turned, 'lambda:columns'), value(counts, 'lambda:rows'));
        for (const id of ['phi', 'cramers-v', 'lambda:symmetric', 'gamma'] as const) {
          near(value(turned, id), value(counts, id));
        }
      }),
    );
  });

  it('scaling all counts leaves every measure and multiplies X² and G²', () => {
    fc.assert(
      fc.property(tables, fc.integer({ min: 2, max: 9 }), (counts, k) => {
        const scaled = counts.map((row) => row.map((n) => n * k));
        for (const id of ['phi', 'cramers-v', 'lambda:rows', 'lambda:symmetric', 'gamma'] as const) {
          near(value(scaled, id), value(counts, id));
        }
        for (const id of ['pearson', 'likelihood-ratio'] as const) {
          const [single, answers] = [
            assessed({ counts }).tests[id]?.statistic,
            assessed({ counts: scaled }).tests[id]?.statistic,
          ];
          near((answers ?? 0) / k, single, 7);
        }
      }),
    );
  });

  it('scaling by k divides a standard error by the root of k', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const ase = assessed({ counts }).measures.gamma?.ase;
        const four = assessed({ counts: counts.map((row) => row.map((n) => n * 4)) }).measures.gamma?.ase;
        near((four ?? 0) * 2, ase ?? 0);
      }),
    );
  });

  it('reversing the codes of one variable turns the sign of gamma and of a 2 x 2 phi', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const reversed = [...counts].reverse();
        const [a, b] = [value(counts, 'gamma'), value(reversed, 'gamma')];
        near(a === undefined ? undefined : -a, b);
        if (counts.length === 2 && counts[0]!.length === 2)
          near(-(value(counts, 'phi') ?? 0), value(reversed, 'phi') ?? 0);
      }),
    );
  });

  it('the order of rows does not matter to phi, V and lambda', () => {
    fc.assert(
      fc.property(tables, fc.integer({ min: 1, max: 4 }), (counts, by) => {
        const shift = by % counts.length;
        const moved = [...counts.slice(shift), ...counts.slice(0, shift)];
        for (const id of ['cramers-v', 'lambda:rows', 'lambda:columns', 'lambda:symmetric'] as const) {
          near(value(moved, id), value(counts, id));
        }
      }),
    );
  });

  it('stays inside its bounds', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const { measures } = assessed({ counts });
        const inside = (id: MeasureId, least: number) => {
          const measure = measures[id];
          if (!measure) return;
          expect(measure.value).toBeGreaterThanOrEqual(least - 1e-12);
          if (id !== 'phi') expect(measure.value).toBeLessThanOrEqual(1 + 1e-12);
        };
        inside('cramers-v', 0);
        inside('lambda:rows', 0);
        inside('lambda:columns', 0);
        inside('lambda:symmetric', 0);
        inside('gamma', -1);
        const v = measures['cramers-v'];
        if (v?.lower !== undefined && v.upper !== undefined) expect(v.lower).toBeLessThanOrEqual(v.upper);
      }),
    );
  });
});
