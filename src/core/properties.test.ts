import { byId } from './by-id.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from './assess.js';
import type { Assessment } from './assess/types.js';
import { type MeasureId, TABLE_MEASURES } from './statistic/registry.js';
import type { TableRequest } from './assess/requests.js';
import { Fault } from './fault.js';
import { adjust, ADJUSTMENTS } from './infer/adjust.js';
import { columnLetter } from './infer/column-proportions.js';

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
        const [one, other] = [assessed(counts), assessed(turned(counts))];
        for (const id of ['lambda', 'goodman-kruskal-tau', 'uncertainty', 'somers-d', 'eta']) {
          near(value(other, `${id}:rows`), value(one, `${id}:columns`), id);
          near(value(other, `${id}:columns`), value(one, `${id}:rows`), id);
        }
        for (const id of EITHER) near(value(other, id), value(one, id), id);
      }),
    );
  });

  it('of unordered variables do not mind the order of the rows', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const [one, other] = [assessed(counts), assessed([...counts].reverse())];
        for (const id of UNORDERED) near(Math.abs(value(other, id)!), Math.abs(value(one, id)!), id);
        near(other.tests['likelihood-ratio']?.statistic, one.tests['likelihood-ratio']?.statistic, 'G²');
      }),
    );
  });

  it('of ordered variables change their sign when one is reversed', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const [one, other] = [assessed(counts), assessed([...counts].reverse())];
        for (const id of SIGNED) {
          const before = value(one, id);
          near(value(other, id), before === undefined ? undefined : -before, id);
          near(other.measures[id]?.ase, one.measures[id]?.ase, `${id} ase`);
        }
        for (const id of ['eta:rows', 'eta:columns'] as const) near(value(other, id), value(one, id), id);
      }),
    );
  });

  it('do not change with the size of the table; X², G² grow with it, and standard errors fall by its root', () => {
    fc.assert(
      fc.property(tables, fc.integer({ min: 2, max: 9 }), (counts, k) => {
        const one = assessed(counts);
        const many = assessed(counts.map((row) => row.map((n) => n * k)));
        for (const { id } of TABLE_MEASURES) {
          if (id === 'cramers-v-corrected') continue;
          near(value(many, id), value(one, id), id);
          const [before, after] = [one.measures[id]?.ase, many.measures[id]?.ase];
          if (before !== undefined && after !== undefined) near(after * Math.sqrt(k), before, `${id} ase`);
        }
        for (const id of ['pearson', 'likelihood-ratio', 'mcnemar', 'bowker', 'stuart-maxwell'] as const) {
          const before = one.tests[id]?.statistic;
          if (before !== undefined) near(many.tests[id]?.statistic, before * k, id);
        }
      }),
    );
  });

  it('stay within their bounds', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const one = assessed(counts);
        const four = counts.length === 2 && counts[0]!.length === 2;
        for (const id of UNORDERED) {
          if (id === 'phi' && !four) continue;
          expect(value(one, id) ?? 0, id).toBeGreaterThanOrEqual(id === 'phi' ? -1 - 1e-12 : -1e-12);
          expect(value(one, id) ?? 0, id).toBeLessThanOrEqual(1 + 1e-12);
        }
        for (const id of [...SIGNED, 'kappa', 'eta:rows', 'yule-y'] as const)
          expect(Math.abs(value(one, id) ?? 0), id).toBeLessThanOrEqual(1 + 1e-12);
      }),
    );
  });

  it('agree where one is another by another name', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const one = assessed(counts);
        const { tests, measures } = one;
        const N = one.base.N;
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

describe('adjusted p', () => {
  it('is never smaller than p, never above 1, and in the order of p', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 30 }), (p) => {
        for (const by of ADJUSTMENTS) {
          const adjusted = adjust(p, by);
          p.forEach((one, k) => {
            expect(adjusted[k]).toBeGreaterThanOrEqual(one * (1 - 1e-12));
            expect(adjusted[k]).toBeLessThanOrEqual(1);
            p.forEach((other, l) => one < other && expect(adjusted[k]).toBeLessThanOrEqual(adjusted[l]!));
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

describe('columns compared two by two', () => {
  const counts = [
    [60, 20, 22],
    [40, 80, 78],
  ];
  it('say by letter which columns a share is above', () => {
    const { columnProportions: found } = assessed(counts);
    expect(found?.above).toEqual([
      [[1, 2], [], []],
      [[], [0], [0]],
    ]);
    expect(found?.pairs).toHaveLength(6);
    expect([0, 25, 26, 27, 51, 52, 701, 702].map(columnLetter)).toEqual([
      'A',
      'Z',
      'AA',
      'AB',
      'AZ',
      'BA',
      'ZZ',
      'AAA',
    ]);
  });
  it('under any adjustment name no more than without one', () => {
    for (const adjustment of ADJUSTMENTS) {
      const found = assessed(
        [
          [30, 22, 18, 25],
          [30, 38, 42, 35],
        ],
        { adjustment },
      ).columnProportions;
      for (const { p, adjustedP } of found?.pairs ?? []) expect(adjustedP).toBeGreaterThanOrEqual(p);
      expect(found?.adjustment).toBe(adjustment);
    }
  });
});

describe('the collapsing check', () => {
  it('holds the table itself among its groupings, and the own grouping where it says', () => {
    const counts = [
      [20, 12],
      [15, 14],
      [11, 19],
      [9, 22],
      [6, 25],
    ];
    const ordered = { rowLevel: 'ordered' } as const;
    const [whole] = assessed(counts, ordered).collapsing;
    expect(whole?.groupings).toBe(15);
    near(whole?.V.own, assessed(counts).measures['cramers-v']?.value, 'V');
    near(whole?.gamma?.own, assessed(counts).measures.gamma?.value, 'gamma');
    const merged = [
      [35, 26],
      [11, 19],
      [15, 47],
    ];
    const [own] = assessed(counts, { ...ordered, cuts: { rows: [1, 2] } }).collapsing;
    near(own?.V.own, assessed(merged).measures['cramers-v']?.value, 'own V');
    near(own?.p.own, assessed(merged).tests.pearson?.p, 'own p');
    near(own?.gamma?.own, assessed(merged).measures.gamma?.value, 'own gamma');
    expect(own?.dependsOnCut).toBe(false);
  });
  it('with weights stands on the test of Rao and Scott, of every grouping', () => {
    const counts = [
      [20, 12, 9],
      [15, 14, 9],
      [11, 19, 12],
      [9, 22, 17],
    ];
    const scale = (by: (i: number, j: number) => number) => counts.map((row, i) => row.map((n, j) => n * by(i, j)));
    const weights = {
      sums: scale((i, j) => 0.8 + 0.1 * i + 0.05 * j),
      squares: scale((i, j) => 1.1 * (0.8 + 0.1 * i + 0.05 * j) ** 2),
    };
    const request = { weights, rowLevel: 'ordered' as const, cuts: { rows: [1] } };
    const [found] = assessed(counts, request).collapsing;
    expect(found?.groupings).toBe(7);
    const merge = (cells: number[][]) =>
      [
        [0, 1],
        [2, 3],
      ].map((rows) => cells[0]!.map((_, j) => rows.reduce((sum, i) => sum + cells[i]![j]!, 0)));
    const merged = assessed(merge(counts), {
      weights: { sums: merge(weights.sums), squares: merge(weights.squares) },
    });
    near(found?.p.own, merged.tests['rao-scott']?.p, 'own p');
    near(found?.V.own, merged.measures['cramers-v']?.value, 'own V');
    near(found?.gamma?.own, merged.measures.gamma?.value, 'own gamma');
  });
  it('says of a result that hangs on the cut that it does', () => {
    const counts = [
      [30, 30],
      [38, 14],
      [14, 38],
      [30, 30],
    ];
    const [found] = assessed(counts, { rowLevel: 'ordered' }).collapsing;
    expect(found?.dependsOnCut).toBe(true);
    expect(found?.significant).toBeGreaterThan(0);
    expect(found?.significant).toBeLessThan(found?.groupings ?? 0);
  });
});

describe('hard numbers', () => {
  const wrong = (found: unknown, path: string): string[] => {
    if (typeof found === 'number') return Number.isFinite(found) ? [] : [path];
    if (typeof found !== 'object' || found === null) return [];
    return Object.entries(found).flatMap(([key, inner]) => wrong(inner, `${path}.${key}`));
  };
  const counts = fc.constantFrom(0, 0, 0, 1, 1, 2, 3, 5, 17, 100, 1e5, 1e9, 3e14, 0.5, 2.5, 1e-4, 1e-8);
  const anything = fc
    .tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }))
    .chain(([r, c]) => fc.array(fc.array(counts, { minLength: c, maxLength: c }), { minLength: r, maxLength: r }));

  it('of any size together give no NaN and no Infinity, or a Fault that names the cell', () => {
    fc.assert(
      fc.property(anything, (table) => {
        try {
          const levels = { rowLevel: 'ordered', columnLevel: 'ordered' } as const;
          expect(wrong(assessed(table, { ...levels, exact: { work: 20_000, draws: 100 } }), '')).toEqual([]);
        } catch (error) {
          if (!(error instanceof Fault)) throw error;
          expect(error.place.cell).toBeDefined();
        }
      }),
      { numRuns: 400 },
    );
  });

  it.each([
    ['60 x 60', Array.from({ length: 60 }, (_, i) => Array.from({ length: 60 }, (_, j) => (i * 7 + j * 3) % 11))],
    ['2 x 500', [0, 1].map((i) => Array.from({ length: 500 }, (_, j) => (i * 5 + j * 3) % 7))],
    [
      'one respondent',
      [
        [1, 0],
        [0, 0],
      ],
    ],
    [
      'two respondents',
      [
        [1, 0],
        [0, 1],
      ],
    ],
    [
      'one dominating cell',
      [
        [1e9, 1, 0],
        [1, 0, 1],
        [0, 1, 2],
      ],
    ],
    [
      'counts of 1e9',
      [
        [1e9, 2e9, 1e9],
        [3e9, 1e9, 2e9],
        [1e9, 1e9, 4e9],
      ],
    ],
    [
      'all equal',
      [
        [9, 9, 9],
        [9, 9, 9],
        [9, 9, 9],
      ],
    ],
    [
      'empty lines',
      [
        [0, 0, 0],
        [4, 0, 5],
        [0, 0, 0],
        [6, 0, 2],
      ],
    ],
  ])('%s', (_, table) => {
    expect(wrong(assess({ counts: table, rowLevel: 'ordered', columnLevel: 'ordered' }), '')).toEqual([]);
  });

  it('a p near 1e-300 keeps its digits', () => {
    // mpmath, 30 digits: gammainc(1/2, 1370/2, inf, regularized=True).
    const { pearson } = assessed([
      [685, 0],
      [0, 685],
    ]).tests;
    expect(pearson?.statistic).toBe(1370);
    expect(Math.abs((pearson?.p ?? 0) / 6.942937364643268e-300 - 1)).toBeLessThan(1e-9);
  });
});
