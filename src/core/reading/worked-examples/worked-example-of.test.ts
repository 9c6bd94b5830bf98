import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../../assess.js';
import type { AssessRequest, TableRequest } from '../../assess/requests.js';
import type { Assessment } from '../../assess/types.js';
import {
  EVERY_MEASURE,
  EVERY_TEST,
  type MeasureId,
  NUMBER_MEASURES,
  NUMBER_TESTS,
  type TestId,
} from '../../statistic/registry.js';
import { hasWorkedExample, workedExampleOf } from './worked-example-of.js';
import type { Measure, Test } from '../../statistic/statistic.js';
import { figure, terms } from '../../statistic/worked-example.js';

const tables = fc
  .tuple(fc.integer({ min: 2, max: 4 }), fc.integer({ min: 2, max: 4 }))
  .chain(([r, c]) =>
    fc.array(fc.array(fc.integer({ min: 1, max: 30 }), { minLength: c, maxLength: c }), { minLength: r, maxLength: r }),
  );

/** Everything shown must come to what was computed, and have figures in it. */
function checkExample(id: string, request: AssessRequest, { tests, measures }: Assessment): boolean {
  const [name = id, variant] = id.split(':');
  const test = tests[name as TestId];
  const result = variant === undefined ? test : (test?.variants?.[variant as 'correlation'] ?? test);
  const wanted = result ? (result.statistic ?? result.p) : measures[id as MeasureId]?.value;
  if (wanted === undefined) return false;
  const sum = workedExampleOf(id, request, tests);
  if (!sum) return false;
  expect(Math.abs(sum.result - wanted), id).toBeLessThan(1e-9 * Math.max(1, Math.abs(wanted)));
  expect(sum.steps.join(' '), id).toContain(figure(sum.result));
  expect(sum.steps.join(' '), id).not.toMatch(/NaN|Infinity|undefined/);
  return true;
}

const idsWithExample = (records: readonly (Test | Measure)[]) =>
  records.filter(({ workedExample: sum }) => sum !== null).map(({ id }) => id);
/** Statistics of a table of counts, and of anything else, whose sum can be shown. */
const OF_TABLES = idsWithExample([...EVERY_TEST, ...EVERY_MEASURE].filter(({ of }) => of === 'table'));
const OF_OTHERS = idsWithExample([...EVERY_TEST, ...EVERY_MEASURE]).filter((id) => !OF_TABLES.includes(id));

const weights = fc.double({ min: 0.2, max: 4, noNaN: true });

describe('the sum of a statistic', () => {
  it('comes to the statistic, for each that can be shown, on any table that has it', () => {
    const shown = new Set<string>();
    fc.assert(
      fc.property(tables, fc.constantFrom('rows' as const, 'columns' as const), (counts, groups) => {
        const request: TableRequest = { counts, groups, exact: { method: 'none' } };
        const result = assess(request);
        for (const id of OF_TABLES) if (checkExample(id, request, result)) shown.add(id);
      }),
      { numRuns: 150 },
    );
    expect([...shown, 'rao-scott'].sort()).toEqual([...OF_TABLES].sort());
  });

  it('comes to it with weights too', () => {
    const cell = fc.array(weights, { minLength: 1, maxLength: 6 });
    const weighted = fc.array(fc.array(cell, { minLength: 3, maxLength: 3 }), { minLength: 2, maxLength: 3 });
    fc.assert(
      fc.property(weighted, (cells) => {
        const each = (value: (w: number) => number) =>
          cells.map((row) => row.map((all) => all.reduce((sum, w) => sum + value(w), 0)));
        const request: TableRequest = {
          counts: cells.map((row) => row.map((all) => all.length)),
          weights: { sums: each((w) => w), squares: each((w) => w * w) },
        };
        const result = assess(request);
        expect(checkExample('rao-scott', request, result)).toBe(result.tests['rao-scott'] !== undefined);
        for (const id of OF_TABLES) checkExample(id, request, result);
      }),
      { numRuns: 60 },
    );
  });

  it('comes to it over strata, in each form, whichever side holds the groups', () => {
    const shown = new Set<string>();
    const ids = [
      'mantel-haenszel',
      'mantel-haenszel:row-mean-scores',
      'mantel-haenszel:correlation',
      'breslow-day',
      'common-odds-ratio',
      'cramers-v',
    ];
    fc.assert(
      fc.property(
        fc.tuple(fc.integer({ min: 2, max: 3 }), fc.integer({ min: 2, max: 4 }), fc.integer({ min: 2, max: 4 })),
        fc.infiniteStream(fc.integer({ min: 1, max: 20 })),
        fc.constantFrom('rows' as const, 'columns' as const),
        ([r, c, k], stream, groups) => {
          const next = () => stream.next().value as number;
          const strata = Array.from({ length: k }, () =>
            Array.from({ length: r }, () => Array.from({ length: c }, next)),
          );
          const request = { strata, groups, exact: { method: 'none' as const } };
          const result = assess(request);
          for (const id of ids) if (checkExample(id, request, result)) shown.add(id);
        },
      ),
      { numRuns: 60 },
    );
    expect([...shown].sort()).toEqual([...ids].sort());
  });

  it('comes to it for one-way counts, related answers, codings and overlapping options', () => {
    const requests: [string, AssessRequest][] = [
      ['goodness-of-fit', { oneWay: { counts: [18, 55, 27] }, exact: { method: 'none' } }],
      ['goodness-of-fit', { oneWay: { counts: [18, 55, 27], proportions: [1, 2, 1] }, exact: { method: 'none' } }],
      [
        'cochran-q',
        {
          related: {
            answers: [
              [1, 1, 0],
              [1, 0, 0],
              [0, 1, 1],
              [1, 1, 1],
            ],
            times: [6, 16, 2, 4],
          },
        },
      ],
      [
        'krippendorff-alpha',
        {
          codings: {
            units: [
              [1, 1, null],
              [2, 3, 2],
              [4, 4, 4],
              [1, 2, 1],
            ],
            metric: 'interval',
          },
        },
      ],
      [
        'equal-mention',
        { multiple: { groups: [0, 0, 1, 1, 1, 2, 2], mentions: [[0, 1], [1], [], [2, 0], [2], [1], [0]], options: 3 } },
      ],
      [
        'equal-mention',
        {
          multiple: {
            groups: [0, 0, 1, 1, 1, 2, 2],
            mentions: [[0, 1], [1], [], [2, 0], [2], [1], [0]],
            options: 3,
            weights: [1, 2, 1, 0.5, 1, 1.5, 1],
          },
        },
      ],
    ];
    for (const [id, request] of requests) expect(checkExample(id, request, assess(request)), id).toBe(true);
    // Each of numbers is held to its example in registry.test.ts.
    const ofNumbers = [...NUMBER_TESTS, ...NUMBER_MEASURES].map(({ id }) => id);
    const elsewhere = ['mantel-haenszel', 'breslow-day', 'common-odds-ratio', ...ofNumbers];
    expect([...new Set([...requests.map(([id]) => id), ...elsewhere])].sort()).toEqual([...OF_OTHERS].sort());
    expect([...OF_TABLES, ...OF_OTHERS].every(hasWorkedExample)).toBe(true);
  });

  it("has this table's numbers in it", () => {
    const request = {
      counts: [
        [40, 80],
        [60, 20],
      ],
    };
    expect(workedExampleOf('odds-ratio', request)?.steps.at(-1)).toBe('OR = (40 × 20) / (80 × 60) = 0.1667');
    expect(workedExampleOf('risk-ratio', request)?.steps[0]).toBe(
      'shares of the two groups: 40 / 120 = 0.3333, and 60 / 80 = 0.7500',
    );
    expect(workedExampleOf('phi', request)?.steps[0]).toBe('ad − bc = 40 × 20 − 80 × 60 = −4,000');
    expect(workedExampleOf('pearson', request)?.steps[0]).toContain('120 × 100 / 200 = 60');
    expect(workedExampleOf('lambda:rows', request)?.steps[0]).toContain('60 + 80 = 140');
  });

  it('takes groups from the axis that holds them', () => {
    const counts = [
      [40, 80],
      [60, 20],
    ];
    expect(workedExampleOf('risk-difference', { counts, groups: 'columns' })?.result).toBeCloseTo(0.4 - 0.8, 12);
    expect(workedExampleOf('risk-difference', { counts })?.result).toBeCloseTo(40 / 120 - 60 / 80, 12);
  });

  it('of an exact test says what is added up, or how many of the tables drawn', () => {
    const counts = [
      [3, 1, 0],
      [1, 2, 4],
    ];
    const exact = assess({ counts });
    const [first, , last] = workedExampleOf('fisher', { counts }, exact.tests)?.steps ?? [];
    expect(first).toBe('P(observed) = 4! 7! 4! 3! 4! / (11! 3! 1! 0! 1! 2! 4!)');
    expect(last).toContain(`= ${figure(exact.tests.fisher?.p ?? 0)}`);
    const drawn = assess({ counts, exact: { method: 'monte-carlo', draws: 999 } });
    expect(workedExampleOf('pearson-exact', { counts }, drawn.tests)?.steps.at(-1)).toMatch(
      /^of 999 tables drawn .* \/ \(1 \+ 999\) = /,
    );
  });

  it('is not shown where it takes more than a few lines', () => {
    expect(
      workedExampleOf('fisher', {
        counts: [
          [1, 2, 3],
          [3, 2, 1],
        ],
      }),
    ).toBeNull();
    expect(
      workedExampleOf('stuart-maxwell', {
        counts: [
          [1, 2, 3],
          [3, 2, 1],
        ],
      }),
    ).toBeNull();
    expect(
      workedExampleOf('no-such', {
        counts: [
          [1, 2],
          [3, 2],
        ],
      }),
    ).toBeNull();
  });
});

describe('figures by hand', () => {
  it('are whole where they are counts, and to four figures where not', () => {
    expect([1204, 0.5, 12.34567, 123.4567, 1234.5678, -0.25].map(figure)).toEqual([
      '1,204',
      '0.5000',
      '12.346',
      '123.46',
      '1,234.6',
      '−0.2500',
    ]);
    expect(figure(1.5e-7)).toBe('1.500e−7');
  });
  it('leave the middle of a long sum out, and say how much', () => {
    const long = Array.from({ length: 20 }, (_, k) => String(k));
    expect(terms(long)).toBe('0 + 1 + 2 + 3 + 4 + 5 + … (12 more) + 18 + 19');
    expect(terms(['1', '2'])).toBe('1 + 2');
  });
});
