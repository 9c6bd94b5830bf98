import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import type { SetMetric } from '../statistic/subjects.js';

type Coded = number[] | null;

const alpha = (units: (number | number[] | null)[][], metric: 'nominal' | SetMetric) =>
  assess({ codings: { units, metric } }).measures['krippendorff-alpha'];

/** Of sets as words of letters: two that are the same, hold one another, share some, or nothing. */
function distanceOfWords(metric: SetMetric, a: Set<number>, b: Set<number>): number {
  const both = [...a].filter((code) => b.has(code)).length;
  const either = new Set([...a, ...b]).size;
  if (either === both) return 0;
  if (metric === 'jaccard') return (either - both) / either;
  const [isIn, holds] = [[...a].every((code) => b.has(code)), [...b].every((code) => a.has(code))];
  return 1 - (both / either) * (isIn || holds ? 2 / 3 : both > 0 ? 1 / 3 : 0);
}

/** By its definition: 1 - D_o / D_e, pair by pair of single codings, without counting which sets occur how often. */
function byDefinition(units: Coded[][], metric: SetMetric): number | null {
  const paired = units
    .map((unit) => unit.flatMap((own) => (own ? [new Set(own)] : [])))
    .filter((own) => own.length > 1);
  const all = paired.flat();
  const meanOver = (sets: Set<number>[], per: number) =>
    sets.reduce(
      (sum, a, i) => sum + sets.reduce((own, b, j) => own + (i === j ? 0 : distanceOfWords(metric, a, b)), 0),
      0,
    ) / per;
  const observed = paired.reduce((sum, unit) => sum + meanOver(unit, unit.length - 1), 0) / all.length;
  const expected = meanOver(all, all.length * (all.length - 1));
  return expected > 0 ? 1 - observed / expected : null;
}

const set = fc.array(fc.nat(3), { maxLength: 4 });
const units = fc.integer({ min: 2, max: 4 }).chain((coders) =>
  fc.array(fc.array(fc.option(set, { freq: 6 }), { minLength: coders, maxLength: coders }), {
    minLength: 2,
    maxLength: 12,
  }),
);

describe("Krippendorff's alpha of sets of codes", () => {
  it.each(['jaccard', 'masi'] as const)(
    'is 1 less what differs within units over what differs at all: %s',
    (metric) => {
      fc.assert(
        fc.property(units, (given) => {
          const expected = byDefinition(given, metric);
          const value = alpha(given, metric)?.value;
          if (expected === null || Number.isNaN(expected)) expect(value).toBeUndefined();
          else expect(value).toBeCloseTo(expected, 10);
        }),
      );
    },
  );

  it('is that of categories where each set is of one code', () => {
    const values = fc.array(fc.tuple(fc.nat(3), fc.option(fc.nat(3))), { minLength: 3, maxLength: 20 });
    fc.assert(
      fc.property(values, (given) => {
        const asSets = given.map((unit) => unit.map((value) => (value === null ? null : [value])));
        const [plain, ...ofSets] = [alpha(given, 'nominal'), alpha(asSets, 'jaccard'), alpha(asSets, 'masi')];
        for (const own of ofSets) {
          if (!plain) expect(own).toBeUndefined();
          else expect(own?.value).toBeCloseTo(plain.value, 10);
        }
      }),
    );
  });

  it('does not ask in which order, or how often, a code stands in a set', () => {
    const plain = [
      [[1, 2], [1]],
      [[2], [2]],
      [[], [1]],
      [
        [1, 3],
        [3, 1],
      ],
    ];
    const turned = plain.map((unit) => unit.map((own) => [...own, ...own].reverse()));
    expect(alpha(turned, 'masi')).toEqual(alpha(plain, 'masi'));
  });

  it('has a standard error that is near what a jackknife gives', () => {
    const given = Array.from({ length: 200 }, (_, k) => [
      [k % 4],
      (k * 7) % 5 === 0 ? [k % 4, (k + 1) % 4] : [(k * 3) % 4],
    ]);
    const whole = alpha(given, 'masi')!;
    const without = given.map(
      (_, k) =>
        alpha(
          given.filter((_unit, at) => at !== k),
          'masi',
        )!.value,
    );
    const mean = without.reduce((sum, value) => sum + value, 0) / without.length;
    const spread = without.reduce((sum, value) => sum + (value - mean) ** 2, 0);
    expect(whole.ase! / Math.sqrt(((given.length - 1) / given.length) * spread)).toBeCloseTo(1, 1);
  });
});
