import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess, type MeasureId, type TableRequest, type TestId } from '../../assess.js';
import { sumOf, WITH_SUM } from './sum-of.js';
import { figure, terms } from './types.js';

const tables = fc
  .tuple(fc.integer({ min: 2, max: 4 }), fc.integer({ min: 2, max: 4 }))
  .chain(([r, c]) =>
    fc.array(fc.array(fc.integer({ min: 1, max: 30 }), { minLength: c, maxLength: c }), { minLength: r, maxLength: r }),
  );

describe('the sum of a statistic', () => {
  it('comes to the statistic, for each that can be shown, on any table that has it', () => {
    const shown = new Set<string>();
    fc.assert(
      fc.property(tables, fc.constantFrom('rows' as const, 'columns' as const), (counts, groups) => {
        const request: TableRequest = { counts, groups, exact: { method: 'none' } };
        const { tests, measures } = assess(request);
        for (const id of WITH_SUM) {
          const test = tests[id as TestId];
          const wanted = test ? (test.statistic ?? test.p) : measures[id as MeasureId]?.value;
          if (wanted === undefined) continue;
          const sum = sumOf(id, request, tests);
          if (!sum) continue;
          shown.add(id);
          expect(Math.abs(sum.result - wanted), id).toBeLessThan(1e-9 * Math.max(1, Math.abs(wanted)));
          expect(sum.steps.join(' '), id).toContain(figure(sum.result));
          expect(sum.steps.join(' '), id).not.toMatch(/NaN|Infinity|undefined/);
        }
      }),
      { numRuns: 150 },
    );
    expect([...shown].sort()).toEqual([...WITH_SUM].sort());
  });

  it("has this table's numbers in it", () => {
    const request = { counts: [[40, 80], [60, 20]] }; // prettier-ignore
    expect(sumOf('odds-ratio', request)?.steps.at(-1)).toBe('OR = (40 × 20) / (80 × 60) = 0.1667');
    expect(sumOf('phi', request)?.steps[0]).toBe('ad − bc = 40 × 20 − 80 × 60 = −4,000');
    expect(sumOf('pearson', request)?.steps[0]).toContain('120 × 100 / 200 = 60');
    expect(sumOf('lambda:rows', request)?.steps[0]).toContain('60 + 80 = 140');
  });

  it('takes groups from the axis that holds them', () => {
    const counts = [[40, 80], [60, 20]]; // prettier-ignore
    expect(sumOf('risk-difference', { counts, groups: 'columns' })?.result).toBeCloseTo(0.4 - 0.8, 12);
    expect(sumOf('risk-difference', { counts })?.result).toBeCloseTo(40 / 120 - 60 / 80, 12);
  });

  it('of an exact test says what is added up, or how many of the tables drawn', () => {
    const counts = [[3, 1, 0], [1, 2, 4]]; // prettier-ignore
    const exact = assess({ counts });
    const [first, , last] = sumOf('fisher', { counts }, exact.tests)?.steps ?? [];
    expect(first).toBe('P(observed) = 4! 7! 4! 3! 4! / (11! 3! 1! 0! 1! 2! 4!)');
    expect(last).toContain(`= ${figure(exact.tests.fisher?.p ?? 0)}`);
    const drawn = assess({ counts, exact: { method: 'monte-carlo', draws: 999 } });
    expect(sumOf('pearson-exact', { counts }, drawn.tests)?.steps.at(-1)).toMatch(
      /^of 999 tables drawn .* \/ \(1 \+ 999\) = /,
    );
  });

  it('is not shown where it is no sum of a few lines', () => {
    expect(sumOf('fisher', { counts: [[1, 2, 3], [3, 2, 1]] })).toBeNull(); // prettier-ignore
    expect(sumOf('stuart-maxwell', { counts: [[1, 2, 3], [3, 2, 1]] })).toBeNull(); // prettier-ignore
    expect(sumOf('no-such', { counts: [[1, 2], [3, 2]] })).toBeNull(); // prettier-ignore
  });
});

describe('figures by hand', () => {
  it('are whole where they are counts, and to four figures where not', () => {
    expect([1204, 0.5, 12.34567, 123.4567, 1234.5678, -0.25].map(figure)).toEqual(['1,204', '0.5000', '12.346', '123.46', '1,234.6', '−0.2500']); // prettier-ignore
    expect(figure(1.5e-7)).toBe('1.500e−7');
  });
  it('leave the middle of a long sum out, and say how much', () => {
    const long = Array.from({ length: 20 }, (_, k) => String(k));
    expect(terms(long)).toBe('0 + 1 + 2 + 3 + 4 + 5 + … (12 more) + 18 + 19');
    expect(terms(['1', '2'])).toBe('1 + 2');
  });
});
