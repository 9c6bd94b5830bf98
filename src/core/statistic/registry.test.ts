import { total } from '../numerics/total.js';
import { byId } from '../by-id.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import { subjectOf } from '../assess/subject-of.js';
import type { TableRequest } from '../assess/requests.js';
import { isAbsent } from '../infer/result.js';
import { workedExampleOf } from '../reading/worked-examples/worked-example-of.js';
import {
  EVERY_MEASURE,
  EVERY_TEST,
  type MeasureId,
  measureOf,
  TABLE_MEASURES,
  TABLE_TESTS,
  type TestId,
  testOf,
} from './registry.js';
import type { Measure, Test } from './statistic.js';

const all = [...EVERY_TEST, ...EVERY_MEASURE];

/** Tables without an empty cell, of two rows and columns or more. */
const tables = fc
  .tuple(fc.integer({ min: 2, max: 4 }), fc.integer({ min: 2, max: 4 }))
  .chain(([r, c]) =>
    fc.array(fc.array(fc.integer({ min: 1, max: 30 }), { minLength: c, maxLength: c }), { minLength: r, maxLength: r }),
  );

/** A request whose answer holds the example of a statistic, its table and its weights as they are. */
const valueOf = ({ id, example: { request } }: Test | Measure): number | undefined => {
  const { tests, measures: values } = assess(request);
  const test = tests[id as TestId];
  return test ? (test.statistic ?? test.p) : values[id as MeasureId]?.value;
};

describe('every statistic', () => {
  it.each(all.map((record) => [record.id, record] as const))('%s comes to its worked example', (_, record) => {
    const value = valueOf(record);
    expect(value).toBeDefined();
    expect(Math.abs(value! - record.example.value)).toBeLessThan(1e-12 * Math.max(1, Math.abs(record.example.value)));
  });

  it.each(all.filter(({ workedExample: sum }) => sum !== null).map((record) => [record.id, record] as const))(
    '%s is worked out by hand on it to the same',
    (id, { example }) => {
      const sum = workedExampleOf(id, example.request, assess(example.request).tests);
      expect(sum?.result).toBeCloseTo(example.value, 10);
      expect(sum?.formula).toMatch(/=/);
      expect(sum?.steps.length).toBeGreaterThan(0);
    },
  );

  it('has an id, a name and words of its own', () => {
    for (const what of [all.map(({ id }) => id), all.map(({ name }) => name), all.map(({ about }) => about)]) {
      expect(new Set(what).size).toBe(what.length);
    }
    for (const { name, symbol, about } of all) {
      expect(name).toMatch(/^[A-Z].*[^.]$/);
      expect(symbol).not.toBe('');
      expect(about).toMatch(/\.$|\?$/);
    }
  });

  it('is found by its id', () => {
    expect(EVERY_TEST.map(({ id }) => testOf(id as TestId))).toEqual(EVERY_TEST);
    expect(EVERY_MEASURE.map(({ id }) => measureOf(id as MeasureId))).toEqual(EVERY_MEASURE);
  });
});

describe('every measure', () => {
  it('says its name with the titles of the variables as it does with rows and columns', () => {
    for (const { name, nameWith } of EVERY_MEASURE) {
      if (!nameWith) continue;
      expect(nameWith('rows', 'columns')).toBe(name);
      expect(nameWith('Season', 'Site')).toMatch(/Season|Site/);
    }
  });

  it('stays within its range, and has a value on the shapes it says', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const isFour = counts.length === 2 && counts[0]?.length === 2;
        const isSquare = counts.length === counts[0]?.length;
        const answer = assess({ counts, exact: { method: 'none' } });
        for (const { id, shape, range } of TABLE_MEASURES) {
          const value = answer.measures[id]?.value;
          if (shape === 'two-by-two') expect(value !== undefined, id).toBe(isFour);
          if (shape === 'paired') expect(value !== undefined, id).toBe(isSquare);
          // Phi of a larger table is a root of X²/N, and can pass 1.
          if (value === undefined || range === null || (id === 'phi' && !isFour)) continue;
          expect(value, id).toBeGreaterThanOrEqual(range[0] - 1e-12);
          expect(value, id).toBeLessThanOrEqual(range[1] + 1e-12);
        }
      }),
      { numRuns: 100 },
    );
  });

  it('is at its point of independence where the rows have the same shares', () => {
    const line = fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 2, maxLength: 4 });
    fc.assert(
      fc.property(line, fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 2, maxLength: 4 }), (shares, times) => {
        const request: TableRequest = { counts: times.map((k) => shares.map((share) => k * share)) };
        for (const { id, of, levels, atIndependence, compute } of EVERY_MEASURE) {
          const subject = of === 'table' ? subjectOf({ of, levels }, request) : null;
          const result = subject && atIndependence !== null ? compute(subject) : null;
          if (!result || isAbsent(result)) continue;
          expect(Math.abs(result.value - atIndependence!), id).toBeLessThan(1e-7);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('is the same function of X²/N, or of the odds ratio, that it says', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const { measures: values, tests } = assess({ counts, exact: { method: 'none' } });
        const square = tests.pearson!.statistic! / total(counts.flat());
        for (const { id, ofPhiSquared, ofOddsRatio } of EVERY_MEASURE) {
          const value = values[id as MeasureId]?.value;
          if (value === undefined) continue;
          if (ofPhiSquared) {
            expect(ofPhiSquared(counts.length, counts[0]!.length).to(square)).toBeCloseTo(Math.abs(value), 12);
          }
          if (ofOddsRatio) expect(ofOddsRatio(values['odds-ratio']!.value)).toBeCloseTo(value, 12);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('every test of a table', () => {
  it('has a p between 0 and 1, or a reason', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const answer = assess({ counts, exact: { method: 'none' } });
        for (const { id } of TABLE_TESTS) {
          const p = answer.tests[id]?.p;
          if (p === undefined) expect(byId(answer.absent, id)?.reason, id).toMatch(/\.$/);
          else expect(p >= 0 && p <= 1, id).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
  });
});
