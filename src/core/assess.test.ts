import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assess } from './assess.js';
import { MEASURE_IDS, TABLE_MEASURE_IDS, TABLE_TEST_IDS } from './statistic/registry.js';

interface Reference {
  counts: number[][];
  expect: {
    tests: Record<string, Record<string, number>>;
    measures: Record<string, Record<string, number>>;
    cells: Record<string, number[][]>;
  };
}

const reference = JSON.parse(
  readFileSync(new URL('../../reference/assess.json', import.meta.url), 'utf8'),
) as Reference[];

/** Relative to the reference; near nothing, within the absolute bound. */
function close(
  actual: unknown,
  expected: number,
  where: string,
  { relative, absolute } = { relative: 1e-9, absolute: 1e-14 },
) {
  expect(typeof actual, where).toBe('number');
  const error = Math.abs((actual as number) - expected) / Math.max(Math.abs(expected), 1e-300);
  if (error > relative && Math.abs((actual as number) - expected) > absolute) {
    expect.fail(`${where}: ${String(actual)} where the reference has ${expected} (off by ${error})`);
  }
}

describe('assess, against the reference', () => {
  it.each(reference.map((example, k) => [k, example] as const))('table %i', (k, { counts, expect: wanted }) => {
    const result = assess({ counts });
    for (const [part, assessed] of [
      [wanted.tests, result.tests],
      [wanted.measures, result.measures],
    ] as const) {
      for (const [id, fields] of Object.entries(part)) {
        const mine = (assessed as Record<string, unknown>)[id] as Record<string, number> | undefined;
        for (const [field, value] of Object.entries(fields)) close(mine?.[field], value, `${k} ${id} ${field}`);
      }
    }
    for (const part of ['expected', 'adjustedResidual'] as const) {
      wanted.cells[part]?.forEach((row, i) =>
        row.forEach((value, j) => close(result.cells?.[part][i]?.[j], value, `${k} ${part} ${i},${j}`)),
      );
    }
  });
});

interface SurveyReference {
  weighted: {
    counts: number[][];
    weights: { sums: number[][]; squares: number[][] };
    expect: {
      effectiveBase: number;
      'rao-scott': Record<string, number>;
      adjustedResidual: number[][];
      'cramers-v': Record<string, number>;
      gamma: Record<string, number>;
    };
  }[];
  multiple: {
    groups: number[];
    mentions: number[][];
    options: number;
    weights: number[] | null;
    expect: Record<string, number>;
  }[];
}

const survey = JSON.parse(
  readFileSync(new URL('../../reference/survey.json', import.meta.url), 'utf8'),
) as SurveyReference;

describe('assess, against the survey reference', () => {
  const near = (actual: unknown, expected: number, where: string) =>
    close(actual, expected, where, { relative: 1e-6, absolute: 1e-8 });

  it.each(survey.weighted.map((example, k) => [k, example] as const))(
    'weighted table %i',
    (k, { counts, weights, expect: w }) => {
      const result = assess({ counts, weights });
      near(result.base.effective, w.effectiveBase, `${k} effective base`);
      for (const [field, value] of Object.entries(w['rao-scott']))
        near((result.tests['rao-scott'] as unknown as Record<string, number>)[field], value, `${k} rao-scott ${field}`);
      for (const id of ['cramers-v', 'gamma'] as const)
        for (const [field, value] of Object.entries(w[id]))
          near((result.measures[id] as unknown as Record<string, number>)[field], value, `${k} ${id} ${field}`);
      w.adjustedResidual.forEach((row, i) =>
        row.forEach((value, j) => near(result.cells?.adjustedResidual[i]?.[j], value, `${k} residual ${i},${j}`)),
      );
    },
  );

  it.each(survey.multiple.map((example, k) => [k, example] as const))(
    'multiple response %i',
    (k, { expect: w, ...multiple }) => {
      const result = assess({ multiple });
      for (const [field, value] of Object.entries(w))
        near((result.tests['equal-mention'] as unknown as Record<string, number>)[field], value, `${k} ${field}`);
      // The overall statistic, uncorrected, is the sum of the options' own.
      if (multiple.weights === null)
        near(
          result.options.reduce((sum, { tests }) => sum + (tests.pearson?.statistic ?? 0), 0),
          w['raw'] ?? 0,
          'sum',
        );
    },
  );
});

describe('assess, where there is little or nothing to say', () => {
  it('gives a reason for every statistic of a table with one row', () => {
    const result = assess({ counts: [[5, 6, 7]] });
    expect(result.tests).toEqual({});
    expect(result.measures).toEqual({});
    expect(result.cells).toBeNull();
    expect(result.absent.map(({ id }) => id)).toEqual([...TABLE_TEST_IDS, ...TABLE_MEASURE_IDS]);
    expect(new Set(result.absent.map(({ reason }) => reason))).toEqual(
      new Set([
        'Only one row has anyone in it, so there is nothing to compare. Take a variable with answers in two or more.',
      ]),
    );
  });

  it('says so of one column, of emptied rows and of an empty table', () => {
    expect(assess({ counts: [[5], [6]] }).absent[0]?.reason).toContain('Only one column');
    expect(
      assess({
        counts: [
          [5, 6],
          [0, 0],
        ],
      }).absent[0]?.reason,
    ).toContain('Only one row');
    expect(
      assess({
        counts: [
          [0, 0],
          [0, 0],
        ],
      }).absent[0]?.reason,
    ).toContain('empty');
  });

  it('reports what it dropped, counted as a person counts', () => {
    const result = assess({
      counts: [
        [5, 0, 6],
        [0, 0, 0],
        [7, 0, 8],
      ],
    });
    expect(result.dropped).toEqual({ rows: [1], columns: [1] });
    expect(result.cautions[0]).toEqual({
      id: 'dropped',
      text: 'Left out because nobody is in it: row 2 and column 2.',
    });
    expect(result.cells?.expected).toHaveLength(2);
    expect(result.tests.pearson).toEqual(
      assess({
        counts: [
          [5, 6],
          [7, 8],
        ],
      }).tests.pearson,
    );
  });

  it('gives its reason for each statistic that does not suit the table', () => {
    const reasons = (counts: number[][]) =>
      Object.fromEntries(assess({ counts }).absent.map(({ id, reason }) => [id, reason]));
    const wide = reasons([
      [5, 6, 1],
      [7, 8, 2],
    ]);
    for (const id of ['yates', 'odds-ratio', 'risk-ratio', 'risk-difference', 'yule-q', 'yule-y'])
      expect(wide[id], id).toContain('2 x 2');
    for (const id of ['mcnemar', 'bowker', 'stuart-maxwell', 'kappa', 'weighted-kappa:linear'])
      expect(wide[id], id).toContain('square');
    const fractions = reasons([
      [5.5, 6],
      [7, 8],
    ]);
    for (const id of ['fisher', 'pearson-exact', 'yates', 'mcnemar']) expect(fractions[id], id).toContain('whole');
    expect(
      Object.keys(
        reasons([
          [5, 6],
          [7, 8],
        ]),
      ),
    ).toEqual(['rao-scott', 'design-trend']);
  });

  it('has no gamma where no pair of respondents is ordered', () => {
    const result = assess({
      counts: [
        [5, 0],
        [0, 0],
        [0, 3],
      ],
    });
    expect(result.measures.gamma?.value).toBe(1);
    const tied = assess({
      counts: [
        [1, 1],
        [1, 1],
      ],
    });
    expect(tied.measures.gamma?.value).toBe(0);
  });
});

describe('assess, hard numbers', () => {
  const finite = (value: unknown): boolean =>
    typeof value === 'number'
      ? Number.isFinite(value)
      : typeof value !== 'object' || value === null || Object.values(value).every(finite);

  it.each([
    [
      'one cell dominates',
      [
        [1e9, 1],
        [1, 1],
      ],
    ],
    [
      'counts of 1e9',
      [
        [1e9, 2e9],
        [3e9, 1e9],
      ],
    ],
    [
      'all equal',
      [
        [7, 7, 7],
        [7, 7, 7],
        [7, 7, 7],
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
      'perfect',
      [
        [50, 0, 0],
        [0, 50, 0],
        [0, 0, 50],
      ],
    ],
    ['2 x 500', [Array.from({ length: 500 }, (_, k) => k % 7), Array.from({ length: 500 }, (_, k) => (k * 3) % 5)]],
    [
      'counts of 1e15',
      [
        [1e15, 2e15],
        [3e15, 1e15],
      ],
    ],
    [
      'tiny weights',
      [
        [1e-8, 2e-8],
        [3e-8, 1e-8],
      ],
    ],
  ])('never NaN or Infinity: %s', (_, counts) => {
    expect(finite(assess({ counts }))).toBe(true);
  });

  it('keeps its digits in the deep tail', () => {
    // Independently: mpmath gammainc(1/2, 1000/2, inf, regularized) = 1.7958...e-219 for X² = 1000, df 1.
    const { pearson } = assess({
      counts: [
        [500, 0],
        [0, 500],
      ],
    }).tests;
    expect(pearson?.statistic).toBe(1000);
    expect(Math.abs((pearson?.p ?? 0) / 1.795832784800726e-219 - 1)).toBeLessThan(1e-9);
  });

  it('widens intervals with the confidence', () => {
    const counts = [
      [20, 10, 5],
      [8, 15, 12],
    ];
    const narrow = assess({ counts, confidence: 0.8 }).measures;
    const wide = assess({ counts, confidence: 0.99 }).measures;
    for (const id of MEASURE_IDS) {
      const [a, b] = [narrow[id], wide[id]];
      if (a?.lower === undefined || b?.lower === undefined || a.upper === undefined || b.upper === undefined) continue;
      expect(b.lower, id).toBeLessThanOrEqual(a.lower);
      expect(b.upper, id).toBeGreaterThan(a.upper);
    }
  });
});

describe('cautions', () => {
  it('says the share of small expected counts in a sentence', () => {
    const { cautions } = assess({
      counts: [
        [2, 3],
        [4, 30],
      ],
    });
    expect(cautions[0]?.text).toBe('2 of 4 cells (50%) have expected counts below 5; the smallest is 0.8.');
    expect(
      assess({
        counts: [
          [3, 20],
          [20, 30],
        ],
      }).cautions,
    ).toEqual([]);
    expect(
      assess({
        counts: [
          [1, 9],
          [9, 60],
        ],
      }).cautions[0]?.text,
    ).toBe('1 of 4 cells (25%) has an expected count below 5; the smallest is 1.3.');
  });

  it('minds gamma over categories that have no order', () => {
    const counts = [
      [5, 6, 7],
      [7, 6, 5],
    ];
    const ids = (request: Parameters<typeof assess>[0]) => assess(request).cautions.map(({ id }) => id);
    expect(ids({ counts, columnLevel: 'unordered' })).toContain('order-assumed');
    expect(ids({ counts, columnLevel: 'ordered', rowLevel: 'ordered' })).not.toContain('order-assumed');
    expect(ids({ counts, rowLevel: 'unordered' })).not.toContain('order-assumed');
  });
});
