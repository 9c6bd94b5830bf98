import { byId } from './by-id.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from './assess.js';
import type { Assessment } from './assess/types.js';
import { type MeasureId, TABLE_MEASURES } from './statistic/registry.js';
import type { TableRequest } from './assess/requests.js';
import { Fault } from './fault.js';

const assessed = (counts: number[][], more: Partial<TableRequest> = {}) =>
  assess({ counts, exact: { method: 'none' }, ...more });

/** Tables of 2 to 5 rows and columns, every row and column with someone in it. */
const tables = fc
  .tuple(fc.integer({ min: 2, max: 5 }), fc.integer({ min: 2, max: 5 }))
  .chain(([r, c]) =>
    fc.array(fc.array(fc.integer({ min: 0, max: 40 }), { minLength: c, maxLength: c }), { minLength: r, maxLength: r }),
  )
  .filter(
    (counts) =>
      counts.every((row) => row.some((n) => n > 0)) && counts[0]!.every((_, j) => counts.some((row) => row[j]! > 0)),
  );

const turned = (counts: number[][]) => counts[0]!.map((_, j) => counts.map((row) => row[j]!));

const value = ({ measures }: Assessment, id: string) => measures[id as MeasureId]?.value;

function near(actual: number | undefined, expected: number | undefined, where: string) {
  if (actual === undefined || expected === undefined) expect(actual, where).toBe(expected);
  else expect(Math.abs(actual - expected), where).toBeLessThan(1e-9 * Math.max(1, Math.abs(expected)));
}

const UNORDERED = [
  'phi',
  'contingency',
  'cramers-v',
  'cramers-v-corrected',
  'tschuprow-t',
  'lambda:rows',
  'lambda:columns',
  'lambda:symmetric',
  'goodman-kruskal-tau:rows',
  'goodman-kruskal-tau:columns',
  'uncertainty:rows',
  'uncertainty:columns',
  'uncertainty:symmetric',
] as const;

const SIGNED = [
  'gamma',
  'kendall-tau-b',
  'stuart-tau-c',
  'somers-d:rows',
  'somers-d:columns',
  'somers-d:symmetric',
  'pearson-r',
  'spearman',
] as const;

const EITHER = [
  'phi',
  'cramers-v',
  'cramers-v-corrected',
  'tschuprow-t',
  'contingency',
  'lambda:symmetric',
  'uncertainty:symmetric',
  'gamma',
  'kendall-tau-b',
  'stuart-tau-c',
  'somers-d:symmetric',
  'pearson-r',
  'spearman',
  'odds-ratio',
  'yule-q',
  'yule-y',
] as const;

describe('measures', () => {
  it('exchange their directions when the table is turned', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const [assessment, other] = [assessed(counts), assessed(turned(counts))];
        for (const id of ['lambda', 'goodman-kruskal-tau', 'uncertainty', 'somers-d', 'eta']) {
          near(value(other, `${id}:rows`), value(assessment, `${id}:columns`), id);
          near(value(other, `${id}:columns`), value(assessment, `${id}:rows`), id);
        }
        for (const id of EITHER) near(value(other, id), value(assessment, id), id);
      }),
    );
  });

  it('of unordered variables do not mind the order of the rows', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const [assessment, other] = [assessed(counts), assessed([...counts].reverse())];
        for (const id of UNORDERED) near(Math.abs(value(other, id)!), Math.abs(value(assessment, id)!), id);
        near(other.tests['likelihood-ratio']?.statistic, assessment.tests['likelihood-ratio']?.statistic, 'G²');
      }),
    );
  });

  it('of ordered variables change their sign when one is reversed', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const [assessment, other] = [assessed(counts), assessed([...counts].reverse())];
        for (const id of SIGNED) {
          const before = value(assessment, id);
          near(value(other, id), before === undefined ? undefined : -before, id);
          near(other.measures[id]?.ase, assessment.measures[id]?.ase, `${id} ase`);
        }
        for (const id of ['eta:rows', 'eta:columns'] as const) near(value(other, id), value(assessment, id), id);
      }),
    );
  });

  it('do not change with the size of the table; X², G² grow with it, and standard errors fall by its root', () => {
    fc.assert(
      fc.property(tables, fc.integer({ min: 2, max: 9 }), (counts, k) => {
        const assessment = assessed(counts);
        const scaled = assessed(counts.map((row) => row.map((n) => n * k)));
        for (const { id } of TABLE_MEASURES) {
          if (id === 'cramers-v-corrected') continue;
          near(value(scaled, id), value(assessment, id), id);
          const [before, after] = [assessment.measures[id]?.ase, scaled.measures[id]?.ase];
          if (before !== undefined && after !== undefined) near(after * Math.sqrt(k), before, `${id} ase`);
        }
        for (const id of ['pearson', 'likelihood-ratio', 'mcnemar', 'bowker', 'stuart-maxwell'] as const) {
          const before = assessment.tests[id]?.statistic;
          if (before !== undefined) near(scaled.tests[id]?.statistic, before * k, id);
        }
      }),
    );
  });

  it('stay within their bounds', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const assessment = assessed(counts);
        const four = counts.length === 2 && counts[0]!.length === 2;
        for (const id of UNORDERED) {
          if (id === 'phi' && !four) continue;
          expect(value(assessment, id) ?? 0, id).toBeGreaterThanOrEqual(id === 'phi' ? -1 - 1e-12 : -1e-12);
          expect(value(assessment, id) ?? 0, id).toBeLessThanOrEqual(1 + 1e-12);
        }
        for (const id of [...SIGNED, 'kappa', 'eta:rows', 'yule-y'] as const)
          expect(Math.abs(value(assessment, id) ?? 0), id).toBeLessThanOrEqual(1 + 1e-12);
      }),
    );
  });

  it('agree where one is another by another name', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const assessment = assessed(counts);
        const { tests, measures } = assessment;
        const N = assessment.base.N;
        const r = measures['pearson-r']?.value;
        if (r !== undefined) near(tests['linear-trend']?.statistic, (N - 1) * r * r, 'linear trend');
        if (counts.length === 2 && r !== undefined)
          near((tests['cochran-armitage']?.statistic ?? 0) ** 2, N * r * r, 'Cochran-Armitage');
        if (counts.length === 2 && counts[0]!.length === 2) {
          near(measures['yule-q']?.value, measures.gamma?.value, 'Q');
          near(measures.phi?.value, measures['kendall-tau-b']?.value, 'phi and tau-b');
          near(measures['goodman-kruskal-tau:rows']?.value, (measures.phi?.value ?? 0) ** 2, 'tau and phi²');
          near(tests.bowker?.statistic, tests.mcnemar?.statistic, 'bowker');
          near(tests['stuart-maxwell']?.statistic, tests.mcnemar?.statistic, 'stuart-maxwell');
        }
      }),
    );
  });
});

describe('weights', () => {
  it('that are all one leave the table as it is', () => {
    fc.assert(
      fc.property(tables, fc.constantFrom(1, 0.5, 3), (counts, w) => {
        const weights = {
          sums: counts.map((row) => row.map((n) => n * w)),
          squares: counts.map((row) => row.map((n) => n * w * w)),
        };
        const result = assessed(counts, { weights });
        expect(result.cautions.map(({ id }) => id)).toContain('even-weights');
        expect(result.measures).toEqual(assessed(counts).measures);
        expect(result.tests).toEqual(assessed(counts).tests);
      }),
      { numRuns: 40 },
    );
  });

  it('take the tests of whole counts away, each with its reason, and put Rao and Scott in their place', () => {
    const counts = [
      [20, 30],
      [25, 15],
    ];
    const weights = {
      sums: [
        [21, 28],
        [26, 14],
      ],
      squares: [
        [24, 29],
        [30, 15],
      ],
    };
    const result = assessed(counts, { weights });
    expect(Object.keys(result.tests)).toEqual(['rao-scott', 'design-trend']);
    for (const id of ['pearson', 'fisher', 'yates', 'mcnemar', 'pearson-exact', 'linear-trend'] as const)
      expect(byId(result.absent, id)?.reason.length, id).toBeGreaterThan(10);
    expect(result.base.effective).toBeLessThan(result.base.respondents);
    // On 2 x 2 the four residuals are one, and Rao and Scott's F is its square.
    const [[residual = 0] = []] = result.cells?.adjustedResidual ?? [];
    near(residual ** 2, result.tests['rao-scott']?.statistic, 'F');
  });

  it('that cannot be are refused, with the cell', () => {
    const counts = [
      [2, 3],
      [4, 5],
    ];
    const place = (sums: number[][], squares: number[][]) => {
      try {
        assessed(counts, { weights: { sums, squares } });
      } catch (error) {
        if (error instanceof Fault) return error.place;
        throw error;
      }
      throw new Error('was taken');
    };
    const fine = [
      [2, 3],
      [4, 5],
    ];
    expect(
      place(
        [
          [2, 3],
          [4, 0],
        ],
        fine,
      ),
    ).toMatchObject({ cell: { row: 2, column: 2 } });
    expect(
      place(fine, [
        [2, 3],
        [1, 5],
      ]),
    ).toMatchObject({ cell: { row: 2, column: 1 } });
    expect(place([[2, 3]], fine)).toMatchObject({ field: 'weights.sums' });
    expect(
      place(fine, [
        [2, -3],
        [4, 5],
      ]),
    ).toMatchObject({ field: 'weights.squares', cell: { row: 1, column: 2 } });
  });
});
