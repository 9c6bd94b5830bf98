import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { reduceTable } from '../../crosstab.js';
import { pearsonStatistic } from '../pearson.js';
import { type Absent, type TestResult, isAbsent } from '../result.js';
import { binomial, drawTable, hypergeometric, seeded, tableDrawer } from './draw.js';
import { fisherExact } from '../fisher-exact.js';
import { goodnessExact, oneWay } from '../goodness-of-fit.js';
import { pearsonExact } from '../pearson-exact.js';
import { ALONE, DEFAULT_WORK, type ExactOptions, MOST_WORK } from './exact.js';
import { arcsAtLeast } from './table-network.js';

function present(outcome: TestResult | Absent): TestResult {
  if (isAbsent(outcome)) throw new Error(outcome.absent);
  return outcome;
}

function factorial(n: number): number {
  return n < 2 ? 1 : n * factorial(n - 1);
}

/** Every table with these margins, by plain recursion. */
function* listed(R: readonly number[], C: readonly number[]): Generator<number[][]> {
  if (R.length === 1) {
    yield [[...C]];
    return;
  }
  for (const first of shared(R[0]!, C)) {
    for (const rest of listed(
      R.slice(1),
      C.map((c, j) => c - first[j]!),
    ))
      yield [first, ...rest];
  }
}

function* shared(total: number, caps: readonly number[]): Generator<number[]> {
  if (caps.length === 1) {
    if (total <= caps[0]!) yield [total];
    return;
  }
  for (let x = 0; x <= Math.min(total, caps[0]!); x++) {
    for (const rest of shared(total - x, caps.slice(1))) yield [x, ...rest];
  }
}

const small = fc
  .tuple(fc.integer({ min: 2, max: 3 }), fc.integer({ min: 2, max: 4 }))
  .chain(([r, c]) =>
    fc.array(fc.array(fc.integer({ min: 0, max: 4 }), { minLength: c, maxLength: c }), { minLength: r, maxLength: r }),
  )
  .filter((counts) => {
    const { table } = reduceTable(counts);
    return table.R.length > 1 && table.C.length > 1;
  });

describe('exact p', () => {
  it('is that of a full listing, for both statistics', () => {
    fc.assert(
      fc.property(small, (counts) => {
        const { table } = reduceTable(counts);
        const weight = (n: number[][]) => 1 / n.flat().reduce((product, x) => product * factorial(x), 1);
        let [all, likely, far] = [0, 0, 0];
        const observed = weight(table.n.map((row) => [...row]));
        const x2 = pearsonStatistic(table);
        for (const n of listed(table.R, table.C)) {
          const w = weight(n);
          all += w;
          if (w <= observed * (1 + 1e-7)) likely += w;
          if (pearsonStatistic({ ...table, n }) >= x2 * (1 - 1e-7)) far += w;
        }
        expect(present(fisherExact(table, { method: 'exact' })).p).toBeCloseTo(likely / all, 10);
        expect(present(pearsonExact(table, { method: 'exact' })).p).toBeCloseTo(x2 === 0 ? 1 : far / all, 10);
      }),
      { numRuns: 60 },
    );
  });

  it('does not mind the order of rows and columns, nor which way the table lies', () => {
    const p = (counts: number[][]) => present(pearsonExact(reduceTable(counts).table, { method: 'exact' })).p;
    const counts = [
      [5, 1, 0, 2],
      [1, 4, 2, 3],
      [0, 2, 6, 1],
    ];
    const expected = p(counts);
    expect(p([...counts].reverse())).toBeCloseTo(expected, 12);
    expect(p(counts.map((row) => [...row].reverse()))).toBeCloseTo(expected, 12);
    expect(p(counts[0]!.map((_, j) => counts.map((row) => row[j]!)))).toBeCloseTo(expected, 12);
  });

  it('merges what a listing would go through one by one', () => {
    // 2 x 10 with 67 respondents: more than 10^8 tables, in some thousands of steps.
    const { table } = reduceTable([
      [2, 3, 5, 1, 1, 9, 4, 4, 3, 2],
      [1, 3, 2, 7, 1, 2, 2, 5, 6, 4],
    ]);
    const { sampling, p } = present(fisherExact(table, { method: 'exact' }));
    expect(sampling?.work).toBeLessThan(100_000);
    const sample = present(fisherExact(table, { method: 'monte-carlo', draws: 20_000 }));
    expect(sample.sampling?.lower).toBeLessThan(p);
    expect(sample.sampling?.upper).toBeGreaterThan(p);
  });

  it('takes less of each of many tables, unless it is said how much', () => {
    const counts = [
      [4, 9, 2, 7],
      [8, 3, 6, 5],
      [5, 6, 9, 3],
    ];
    const { table } = reduceTable(counts);
    const sampleOf = (options: ExactOptions) => present(fisherExact(table, options)).sampling;
    const alone = sampleOf({ method: 'monte-carlo' })?.draws ?? NaN;
    expect(sampleOf({ method: 'monte-carlo', tables: ALONE })?.draws).toBe(alone);
    expect(sampleOf({ method: 'monte-carlo', tables: 4 * ALONE })?.draws).toBe(alone / 4);
    expect(sampleOf({ method: 'monte-carlo', tables: 4 * ALONE, draws: 700 })?.draws).toBe(700);
    const work = sampleOf({ method: 'exact', work: MOST_WORK })?.work ?? NaN;
    const many = Math.ceil((2 * ALONE * DEFAULT_WORK) / work);
    expect(sampleOf({ tables: many })?.method).toBe('monte-carlo');
    expect(sampleOf({ tables: many, work: DEFAULT_WORK })?.method).toBe('exact');
  });

  it('keeps within its work, and says so', () => {
    const { table } = reduceTable([
      [10, 12, 9],
      [8, 15, 11],
      [14, 6, 12],
    ]);
    const refused = fisherExact(table, { method: 'exact', work: 1_000 });
    expect(isAbsent(refused) && refused.absent).toContain('1,000 steps');
    expect(present(fisherExact(table, { work: 1_000, draws: 500 })).sampling).toMatchObject({
      method: 'monte-carlo',
      draws: 500,
      seed: 1,
    });
    expect(arcsAtLeast(table.R, table.C)).toBeGreaterThan(1_000);
  });

  it('needs whole counts, and is left alone where it is not asked for', () => {
    const { table } = reduceTable([
      [1.5, 2, 3],
      [3, 4, 5],
    ]);
    expect(isAbsent(fisherExact(table))).toBe(true);
    expect(
      isAbsent(
        pearsonExact(
          reduceTable([
            [1, 2, 3],
            [3, 4, 5],
          ]).table,
          { method: 'none' },
        ),
      ),
    ).toBe(true);
  });

  it('tells its progress', () => {
    const { table } = reduceTable([
      [40, 30, 22],
      [31, 44, 25],
      [18, 26, 39],
    ]);
    const told: number[] = [];
    fisherExact(table, { method: 'monte-carlo', draws: 2_000, progress: (share) => told.push(share) });
    expect(told.length).toBeGreaterThan(2);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    expect(Math.max(...told)).toBeLessThan(1);
  });
});

describe('a sample of tables', () => {
  it('covers the exact p with its 99% interval, all but always', () => {
    let covered = 0;
    const { table } = reduceTable([
      [4, 2, 1],
      [1, 5, 3],
      [2, 1, 6],
    ]);
    const { p } = present(fisherExact(table, { method: 'exact' }));
    for (let seed = 1; seed <= 200; seed++) {
      const { sampling } = present(fisherExact(table, { method: 'monte-carlo', draws: 400, seed }));
      if (sampling!.lower! <= p && p <= sampling!.upper!) covered++;
    }
    // 198 are expected of 200; 190 or fewer would happen once in ten thousand.
    expect(covered).toBeGreaterThan(190);
  });

  it('is the same for the same seed, and another for another', () => {
    const { table } = reduceTable([
      [14, 12, 11],
      [11, 15, 13],
    ]);
    const draw = (seed: number) => present(fisherExact(table, { method: 'monte-carlo', draws: 999, seed })).p;
    expect(draw(5)).toBe(draw(5));
    expect(new Set([1, 2, 3, 4, 5].map(draw)).size).toBeGreaterThan(1);
  });

  it('has the margins of the table', () => {
    const random = seeded(3);
    const [R, C] = [
      [500, 3, 70_000, 12],
      [40_000, 30_000, 515],
    ];
    const out = new Float64Array(12);
    for (let k = 0; k < 50; k++) {
      drawTable(R, C, random, out);
      R.forEach((r, i) => expect(out.slice(i * 3, i * 3 + 3).reduce((a, b) => a + b, 0)).toBe(r));
      C.forEach((c, j) => expect(R.reduce((sum, _, i) => sum + out[i * 3 + j]!, 0)).toBe(c));
      expect(Math.min(...out)).toBeGreaterThanOrEqual(0);
    }
  });

  it('is shuffled where respondents are few, with the same margins and the same distribution', () => {
    const [R, C] = [
      [9, 5, 11, 7],
      [8, 14, 10],
    ];
    const N = 32;
    const draws = 20_000;
    const means = [tableDrawer(R, C), (random: () => number, out: Float64Array) => drawTable(R, C, random, out)].map(
      (draw, which) => {
        const random = seeded(11 + which);
        const out = new Float64Array(12);
        const sums = new Float64Array(12);
        for (let k = 0; k < draws; k++) {
          draw(random, out);
          out.forEach((x, cell) => (sums[cell]! += x));
          if (k >= 200) continue;
          R.forEach((r, i) => expect(out[i * 3]! + out[i * 3 + 1]! + out[i * 3 + 2]!).toBe(r));
          C.forEach((c, j) => expect(R.reduce((sum, _, i) => sum + out[i * 3 + j]!, 0)).toBe(c));
        }
        return sums;
      },
    );
    R.forEach((r, i) =>
      C.forEach((c, j) => {
        const variance = (r * c * (N - r) * (N - c)) / (N * N * (N - 1));
        for (const sums of means)
          expect(Math.abs(sums[i * 3 + j]! / draws - (r * c) / N)).toBeLessThan(4.5 * Math.sqrt(variance / draws));
      }),
    );
  });

  it.each([
    [30, 50, 8],
    [30, 50, 40],
    [50, 30, 72],
    [7, 400, 200],
    [100_000, 300_000, 5_000],
  ])('draws %i of %i more in %i with the mean and variance of the distribution', (good, bad, sample) => {
    const random = seeded(11);
    const draws = Array.from({ length: 20_000 }, () => hypergeometric(good, bad, sample, random));
    const all = good + bad;
    const mean = (sample * good) / all;
    const variance = (mean * (bad / all) * (all - sample)) / (all - 1);
    const average = draws.reduce((a, b) => a + b, 0) / draws.length;
    expect(Math.abs(average - mean)).toBeLessThan(4 * Math.sqrt(variance / draws.length));
    const spread = draws.reduce((sum, x) => sum + (x - mean) ** 2, 0) / draws.length;
    expect(Math.abs(spread / variance - 1)).toBeLessThan(0.06);
  });

  it('draws binomial numbers with their mean and variance', () => {
    const random = seeded(7);
    for (const [n, p] of [
      [8, 0.3],
      [60, 0.05],
      [5_000, 0.7],
    ] as const) {
      const draws = Array.from({ length: 20_000 }, () => binomial(n, p, random));
      const mean = draws.reduce((a, b) => a + b, 0) / draws.length;
      expect(Math.abs(mean - n * p)).toBeLessThan(4 * Math.sqrt((n * p * (1 - p)) / draws.length));
    }
  });

  it('comes near the exact p of one-way counts', () => {
    const subject = oneWay([9, 2, 5, 7]);
    const { p } = present(goodnessExact(subject, { method: 'exact' }));
    const { sampling } = present(goodnessExact(subject, { method: 'monte-carlo', draws: 20_000 }));
    expect(sampling!.lower).toBeLessThan(p);
    expect(sampling!.upper).toBeGreaterThan(p);
  });
});
