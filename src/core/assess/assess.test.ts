import type { MeasureId, TestId } from '../statistic/registry.js';
import { byId } from '../by-id.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import type { AssessRequest } from './requests.js';
import { Fault } from '../fault.js';
import { exactTests, withExact } from './assess-exact.js';
import { fittedTo } from '../infer/breslow-day.js';

function refused(request: AssessRequest): Fault {
  try {
    assess(request);
  } catch (error) {
    if (error instanceof Fault) return error;
    throw error;
  }
  throw new Error('was taken');
}

describe('what cannot be taken', () => {
  it('is named by its stratum and cell', () => {
    const fault = refused({
      strata: [
        [
          [1, 2],
          [3, 4],
        ],
        [
          [1, 2],
          [3, -4],
        ],
      ],
    });
    expect(fault.message).toContain('Stratum 2: Row 2, column 2 holds -4');
    expect(fault.place).toEqual({ field: 'strata[1]', cell: { row: 2, column: 2 } });
    expect(
      refused({
        strata: [
          [
            [1, 2],
            [3, 4],
          ],
          [[1], [3]],
        ],
      }).message,
    ).toContain('Stratum 2 is 2 x 1');
    expect(
      refused({
        strata: [
          [
            [1, 2],
            [3, 4],
          ],
        ],
      }).message,
    ).toContain('fewer than two');
    const sum = refused({
      strata: [
        [
          [1, 2],
          [3, 4],
        ],
        [
          [1, 2],
          [3, 4],
        ],
      ],
      counts: [
        [2, 4],
        [6, 9],
      ],
    });
    expect(sum.place.cell).toEqual({ row: 2, column: 2 });
  });

  it('is named by its category, respondent, line or unit', () => {
    expect(refused({ oneWay: { counts: [1, NaN] } }).place).toMatchObject({ field: 'oneWay.counts[1]' });
    expect(refused({ oneWay: { counts: [1, 2], proportions: [1] } }).message).toContain('1 proportions for 2');
    expect(refused({ oneWay: { counts: [1, 2], proportions: [1, 0] } }).place.field).toBe('oneWay.proportions[1]');
    const mentioned = (mentions: number[][], weights: number[] | null = null, groups = [0, 1]) =>
      refused({ multiple: { groups, mentions, options: 2, weights } }).message;
    expect(mentioned([[0], [2]])).toContain('Respondent 2 mentions option 2 of 2');
    expect(mentioned([[0], [1]], [1, 0])).toContain('Respondent 2 has a weight of 0');
    expect(mentioned([[0]])).toContain('2 groups, 1 lists');
    expect(mentioned([[0], [1]], null, [0, 1.5])).toContain('Respondent 2 is in group 1.5');
    expect(
      refused({
        related: {
          answers: [
            [1, 0],
            [1, 3],
          ],
        },
      }).place.cell,
    ).toEqual({ row: 2, column: 2 });
    expect(refused({ related: { answers: [[1, 0], [1]] } }).place.cell).toEqual({ row: 2, column: 2 });
    expect(refused({ related: { answers: [[1, 0]], times: [-1] } }).place.field).toBe('related.times');
    expect(refused({ codings: { units: [[1, 2], [1]] } }).place.cell).toEqual({ row: 2, column: 2 });
  });
});

describe('what has nothing to say', () => {
  const reason = (request: AssessRequest, id: TestId | MeasureId) => byId(assess(request).absent, id)?.reason;

  it('gives its reason', () => {
    expect(reason({ oneWay: { counts: [5] } }, 'goodness-of-fit')).toContain('two categories');
    expect(reason({ oneWay: { counts: [0, 0] } }, 'goodness-of-fit')).toContain('Nobody');
    expect(reason({ related: { answers: [[1], [0]] } }, 'cochran-q')).toContain('two questions');
    expect(
      reason(
        {
          related: {
            answers: [
              [1, 1],
              [0, 0],
            ],
          },
        },
        'cochran-q',
      ),
    ).toContain('same answer');
    expect(
      reason(
        {
          codings: {
            units: [
              [1, null],
              [null, 2],
            ],
          },
        },
        'krippendorff-alpha',
      ),
    ).toContain('two codings');
    expect(
      reason(
        {
          codings: {
            units: [
              [1, 1],
              [1, 1],
            ],
          },
        },
        'krippendorff-alpha',
      ),
    ).toContain('one value');
    expect(reason({ codings: { units: [[-1, 1]], metric: 'ratio' } }, 'krippendorff-alpha')).toContain('below 0');
    const alike = { groups: [0, 0], mentions: [[0], [1]], options: 2 };
    expect(reason({ multiple: alike }, 'equal-mention')).toContain('two groups');
    const everybody = { groups: [0, 1], mentions: [[0], [0]], options: 2 };
    expect(reason({ multiple: everybody }, 'equal-mention')).toContain('by nobody or by everybody');
    const wide = {
      strata: [
        [
          [1, 2, 3],
          [3, 4, 5],
        ],
        [
          [2, 2, 1],
          [3, 1, 5],
        ],
      ],
    };
    expect(reason(wide, 'breslow-day')).toContain('2 x 2');
    expect(
      reason(
        {
          strata: [
            [
              [1, 0],
              [3, 0],
            ],
            [
              [2, 0],
              [1, 0],
            ],
          ],
        },
        'mantel-haenszel',
      ),
    ).toContain('Only one column');
    expect(
      reason(
        {
          counts: [
            [5, 0],
            [0, 4],
          ],
        },
        'mcnemar',
      ),
    ).toContain('nothing has changed');
  });
});

describe('strata of very different size', () => {
  it('have figures all the same', () => {
    const hard = [
      [
        [
          [0, 15],
          [3, 47],
        ],
        [
          [1e9, 2],
          [0, 2],
        ],
      ],
      [
        [
          [0, 0],
          [35, 3],
        ],
        [
          [0, 1],
          [1e9, 0],
        ],
        [
          [1e9, 3],
          [2, 1e9],
        ],
      ],
      [
        [
          [13, 0],
          [1e9, 2],
        ],
        [
          [0, 59],
          [48, 31],
        ],
      ],
      [
        [
          [0, 0],
          [0, 2],
        ],
        [
          [0, 1],
          [1e6, 1],
        ],
        [
          [2, 1],
          [1e9, 1],
        ],
      ],
      [
        [
          [49, 36],
          [1, 42],
        ],
        [
          [0, 2],
          [1e9, 0],
        ],
        [
          [2, 1],
          [1e9, 3],
        ],
      ],
    ];
    for (const strata of hard) {
      const { tests, measures } = assess({ strata, exact: { method: 'none' } });
      const figures: number[] = [];
      JSON.stringify([tests, measures], (_, value: unknown) => {
        if (typeof value === 'number') figures.push(value);
        return value;
      });
      expect(figures.length).toBeGreaterThan(30);
      expect(figures.filter((one) => !Number.isFinite(one))).toEqual([]);
    }
  });

  it('are fitted by the common odds ratio with their own totals', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 4, maxLength: 4 }),
        fc.double({ min: 1e-4, max: 1e4, noNaN: true }),
        ([a, b, c, d], psi) => {
          const n = [
            [a!, b!],
            [c!, d!],
          ];
          const stratum = { n, R: [a! + b!, c! + d!], C: [a! + c!, b! + d!], N: a! + b! + c! + d! };
          const {
            cells: [A, B, C, D],
            off,
          } = fittedTo(psi, stratum);
          expect((A * D) / (B * C) / psi).toBeCloseTo(1, 8);
          expect(A + B).toBeCloseTo(stratum.R[0]!, 8);
          expect(A + C).toBeCloseTo(stratum.C[0]!, 8);
          expect(off).toBeCloseTo(a! - A, 8);
        },
      ),
    );
  });
});

describe('a multiple-response question', () => {
  it('counts an option once however often a respondent names it, and weights that are all one not at all', () => {
    const groups = [0, 0, 0, 1, 1, 1];
    const mentions = [[0, 0], [0, 1], [1], [1], [0, 1], []];
    const plain = assess({ multiple: { groups, mentions: mentions.map((m) => [...new Set(m)]), options: 2 } });
    expect(assess({ multiple: { groups, mentions, options: 2 } })).toEqual(plain);
    expect(assess({ multiple: { groups, mentions, options: 2, weights: groups.map(() => 2.5) } })).toEqual(plain);
  });

  it('tests each option by Rao and Scott where weights differ, without what nobody mentions', () => {
    const groups = Array.from({ length: 60 }, (_, k) => k % 2);
    const mentions = groups.map((g, k) => (k % 3 === 0 || (g === 1 && k % 5 < 3) ? [0] : []));
    const result = assess({
      multiple: { groups, mentions, options: 2, weights: groups.map((_, k) => 1 + (k % 4) / 4) },
    });
    expect(result.options).toHaveLength(1);
    expect(result.options[0]?.tests['rao-scott']).toBeDefined();
    expect(result.tests['equal-mention']?.p).toBeGreaterThan(0);
    expect(result.cautions.map(({ text }) => text).join()).toContain('option 2');
    expect(result.base.effective).toBeLessThan(60);
  });
});

describe('exact tests worked out apart', () => {
  it('are those of the whole, and are put in its place', () => {
    const request = {
      counts: [
        [4, 1, 2],
        [1, 5, 2],
        [0, 2, 6],
      ],
    };
    const whole = assess(request);
    const without = assess({ ...request, exact: { method: 'none' } });
    expect(without.absent.map(({ id }) => id)).toContain('fisher');
    const put = withExact(without, exactTests(request, {}));
    expect(put.tests).toEqual(whole.tests);
    expect(put.absent.map(({ id }) => id)).not.toContain('fisher');
    const told: number[] = [];
    exactTests(request, { method: 'monte-carlo', draws: 600, progress: (share) => told.push(share) });
    expect(told.at(-1)).toBeGreaterThan(0.5);
  });
});
