import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import { Fault } from '../fault.js';
import { noncentralTCumulative } from '../numerics/noncentral-t.js';
import type { NumbersRequest } from './requests.js';

const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);
const mean = (values: readonly number[]) => sum(values) / values.length;
const squares = (values: readonly number[]) => sum(values.map((value) => (value - mean(values)) ** 2));
const variance = (values: readonly number[]) => squares(values) / (values.length - 1);

/** Numbers of some groups that differ within each. */
const group = fc
  .array(fc.integer({ min: -20, max: 60 }), { minLength: 3, maxLength: 14 })
  .filter((values) => new Set(values).size > 1);
const groups = fc.array(group, { minLength: 2, maxLength: 5 });
const twoGroups = fc.tuple(group, group);

const near = (actual: number | undefined, expected: number) =>
  expect(Math.abs((actual ?? NaN) - expected)).toBeLessThan(1e-9 * Math.max(1, Math.abs(expected)));

/** Welch's test as he writes it (1951), from the numbers themselves. */
function welch(all: readonly (readonly number[])[]) {
  const k = all.length;
  const w = all.map((values) => values.length / variance(values));
  const weighted = sum(all.map((values, j) => w[j]! * mean(values))) / sum(w);
  const top = sum(all.map((values, j) => w[j]! * (mean(values) - weighted) ** 2)) / (k - 1);
  const loss = sum(all.map((values, j) => (1 - w[j]! / sum(w)) ** 2 / (values.length - 1)));
  return { F: top / (1 + (2 * (k - 2) * loss) / (k ** 2 - 1)), df2: (k ** 2 - 1) / (3 * loss) };
}

/** The analysis of variance of some values. */
function F(all: readonly (readonly number[])[]): number {
  const whole = mean(all.flat());
  const between = sum(all.map((values) => values.length * (mean(values) - whole) ** 2)) / (all.length - 1);
  return between / (sum(all.map(squares)) / (all.flat().length - all.length));
}

const median = (values: readonly number[]) => {
  const sorted = [...values].sort((a, b) => a - b);
  return (sorted[Math.floor((values.length - 1) / 2)]! + sorted[Math.ceil((values.length - 1) / 2)]!) / 2;
};

/** Pairs in which the first has the higher number, ties as a half. */
const higher = (a: readonly number[], b: readonly number[]) =>
  sum(a.flatMap((x) => b.map((y) => (x > y ? 1 : x === y ? 0.5 : 0))));

/** How many of all ways to choose a group of so many out of the numbers give a U that is at most, and at least, so. */
function exactly(all: readonly number[], size: number, U: number) {
  const choices = (from: number, left: number): number[][] =>
    left === 0
      ? [[]]
      : all
          .slice(from, all.length - left + 1)
          .flatMap((_, step) => choices(from + step + 1, left - 1).map((rest) => [from + step, ...rest]));
  const every = choices(0, size).map((chosen) => {
    const inside = chosen.map((k) => all[k]!);
    return higher(
      inside,
      all.filter((_, k) => !chosen.includes(k)),
    );
  });
  const share = (holds: (u: number) => boolean) => every.filter(holds).length / every.length;
  return { less: share((u) => u <= U), greater: share((u) => u >= U) };
}

describe('numbers in groups', () => {
  it("are compared by Welch's test, the analysis of variance and Levene's test as these are written", () => {
    fc.assert(
      fc.property(groups, (all) => {
        const { tests, measures, base } = assess({ numbers: { groups: all } });
        const { F: statistic, df2 } = welch(all);
        near(tests['welch-anova']?.statistic, statistic);
        near(tests['welch-anova']?.df2, df2);
        near(tests.anova?.statistic, F(all));
        const apart = all.map((values) => values.map((value) => Math.abs(value - median(values))));
        if (tests.levene) near(tests.levene.statistic, F(apart));
        const between = squares(all.flat()) - sum(all.map(squares));
        near(measures['eta-squared']?.value, between / squares(all.flat()));
        expect(base).toMatchObject({ respondents: all.flat().length, columns: all.length });
      }),
      { numRuns: 200 },
    );
  });

  it('are compared on ranks as a table that lists each number is', () => {
    fc.assert(
      fc.property(groups, (all) => {
        const values = [...new Set(all.flat())].sort((a, b) => a - b);
        const counts = all.map((own) => values.map((value) => own.filter((other) => other === value).length));
        const listed = assess({ counts, columnLevel: 'ordered', exact: { method: 'none' } }).tests['kruskal-wallis'];
        const ranked = assess({ numbers: { groups: all } }).tests['kruskal-wallis'];
        near(ranked?.statistic, listed?.statistic ?? 0);
        near(ranked?.p, listed?.p ?? 0);
      }),
      { numRuns: 100 },
    );
  });

  it('of two groups: t is the root of F, U counts pairs, and g has the limits that the noncentral t gives', () => {
    fc.assert(
      fc.property(twoGroups, ([a, b]) => {
        const { tests, measures } = assess({ numbers: { groups: [a, b] } });
        near(tests['student-t']!.statistic! ** 2, tests.anova!.statistic!);
        near(tests['student-t']!.p, tests.anova!.p);
        near(tests['welch-t']!.statistic! ** 2, tests['welch-anova']!.statistic!);
        near(tests['welch-t']!.df, tests['welch-anova']!.df2!);
        near(tests['mann-whitney']?.statistic, higher(a, b));
        near(measures['rank-biserial']?.value, (higher(a, b) - higher(b, a)) / (a.length * b.length));
        // Without a correction for continuity U is the rank test of two groups: z² is H.
        near(tests['mann-whitney']!.p, tests['kruskal-wallis']!.p);
        const unit = Math.sqrt(1 / a.length + 1 / b.length);
        const t = tests['student-t']!.statistic!;
        const { lower, upper } = measures['hedges-g']!;
        expect(noncentralTCumulative(t, a.length + b.length - 2, lower! / unit)).toBeCloseTo(0.975, 8);
        expect(noncentralTCumulative(t, a.length + b.length - 2, upper! / unit)).toBeCloseTo(0.025, 8);
        const difference = measures['mean-difference']!;
        near(difference.value, mean(a) - mean(b));
        near((difference.upper! + difference.lower!) / 2, difference.value);
      }),
      { numRuns: 100 },
    );
  });

  it('of few without ties: the exact p of U is that of all ways to part them', () => {
    const distinct = fc.uniqueArray(fc.integer({ min: 0, max: 99 }), { minLength: 5, maxLength: 9 });
    fc.assert(
      fc.property(distinct, fc.integer({ min: 2, max: 3 }), (all, size) => {
        const numbers = { groups: [all.slice(0, size), all.slice(size)] };
        const test = assess({ numbers }).tests['mann-whitney']!;
        const { less, greater } = exactly(all, size, test.statistic!);
        near(test.variants?.exact?.pLess, less);
        near(test.variants?.exact?.pGreater, greater);
        near(test.variants?.exact?.p, Math.min(1, 2 * Math.min(less, greater)));
      }),
      { numRuns: 60 },
    );
    expect(
      assess({
        numbers: {
          groups: [
            [1, 2],
            [2, 3],
          ],
        },
      }).tests['mann-whitney']?.variants,
    ).toBeUndefined();
  });

  it('two by two: as each pair alone, p adjusted over all of them', () => {
    fc.assert(
      fc.property(groups, (all) => {
        const { means } = assess({ numbers: { groups: all }, adjustment: 'bonferroni' });
        expect(means?.pairs).toHaveLength((all.length * (all.length - 1)) / 2);
        for (const pair of means!.pairs) {
          const [i, j] = pair.groups;
          const alone = assess({ numbers: { groups: [all[i]!, all[j]!] } });
          near(pair.p, alone.tests['welch-t']!.p);
          near(pair.lower, alone.measures['mean-difference']!.lower!);
          near(pair.adjustedP, Math.min(1, pair.p * means!.pairs.length));
          const isAbove = means!.above[i]!.includes(j);
          expect(isAbove).toBe(pair.adjustedP < 0.05 && pair.difference > 0);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('with weights: by linearisation, the same whatever the weights are multiplied by', () => {
    const weighted = groups.chain((all) =>
      fc.tuple(
        fc.constant(all),
        fc.tuple(
          ...all.map((own) =>
            fc.array(fc.integer({ min: 1, max: 9 }), { minLength: own.length, maxLength: own.length }),
          ),
        ),
      ),
    );
    fc.assert(
      fc.property(weighted, ([all, weights]) => {
        const { tests, measures } = assess({ numbers: { groups: all, weights } });
        const own = all.map((values, j) => {
          const w = weights[j]!;
          const m = sum(values.map((value, k) => w[k]! * value)) / sum(w);
          const n = values.length;
          const isEven = w.every((weight) => weight === 1);
          const v = ((n / (n - 1)) * sum(values.map((value, k) => (w[k]! * (value - m)) ** 2))) / sum(w) ** 2;
          return { m, v: isEven ? variance(values) / n : v };
        });
        const centre = sum(own.map(({ m, v }) => m / v)) / sum(own.map(({ v }) => 1 / v));
        const wald = sum(own.map(({ m, v }) => (m - centre) ** 2 / v)) / (all.length - 1);
        near(tests['design-f']?.statistic, wald);
        expect(tests['design-f']?.df2).toBe(all.flat().length - all.length);
        expect([tests['welch-anova'], tests['mann-whitney'], measures['hedges-g']]).toEqual([
          ...[undefined, undefined, undefined],
        ]);
        const doubled = weights.map((line) => line.map((weight) => 2 * weight));
        near(assess({ numbers: { groups: all, weights: doubled } }).tests['design-f']?.p, tests['design-f']!.p);
      }),
      { numRuns: 60 },
    );
  });

  it('say why there is no test', () => {
    const why = (all: number[][], id: string) =>
      assess({ numbers: { groups: all } }).absent.find((item) => item.id === id)?.reason;
    expect(why([[1, 2], [3]], 'welch-anova')).toBe('A group has one number alone, which says nothing of its spread.');
    expect(
      why(
        [
          [1, 2],
          [3, 3],
        ],
        'welch-t',
      ),
    ).toMatch('no spread');
    expect(why([[1, 2]], 'anova')).toMatch('one group alone');
    expect(why([[1], [2]], 'anova')).toMatch('more than one number');
    expect(
      why(
        [
          [1, 1],
          [1, 1],
        ],
        'kruskal-wallis',
      ),
    ).toMatch('All numbers are the same');
    expect(
      why(
        [
          [1, 2],
          [3, 4],
          [5, 7],
        ],
        'welch-t',
      ),
    ).toBe('It compares two groups.');
    // A group that nobody is in is none.
    expect(assess({ numbers: { groups: [[1, 2], [], [3, 5]] } })).toMatchObject({
      dropped: { columns: [1] },
      base: { columns: 2 },
    });
  });

  it('refuse what is no number or no weight', () => {
    const faultOf = (numbers: NumbersRequest['numbers']) => {
      try {
        assess({ numbers });
      } catch (error) {
        return error instanceof Fault ? error.place.field : error;
      }
      return null;
    };
    expect(faultOf({ groups: [[1, NaN]] })).toBe('numbers.groups[0][1]');
    expect(faultOf({ groups: [[1, 2], [3]], weights: [[1, 1], []] })).toBe('numbers.weights[1]');
    expect(faultOf({ groups: [[1, 2]], weights: [[1, 0]] })).toBe('numbers.weights[0][1]');
    expect(faultOf({ groups: [[1]], weights: [] })).toBe('numbers.weights');
  });
});
