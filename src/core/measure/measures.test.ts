import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import type { MeasureId } from '../statistic/registry.js';
import type { TableRequest } from '../assess/requests.js';
import { reduceTable, transpose } from '../crosstab.js';
import { isAbsent } from '../infer/result.js';
import { cramersV } from './cramers-v.js';
import { gamma } from './gamma.js';
import { lambda } from './lambda.js';
import { countPairs } from './pairs.js';
import { phi } from './phi.js';

const table = (counts: number[][]) => reduceTable(counts).table;

/** Tables of 2 to 5 rows and columns, with no empty row or column. */
const tables = fc
  .tuple(fc.integer({ min: 2, max: 5 }), fc.integer({ min: 2, max: 5 }))
  .chain(([rows, columns]) =>
    fc.array(fc.array(fc.integer({ min: 0, max: 60 }), { minLength: columns, maxLength: columns }), {
      minLength: rows,
      maxLength: rows,
    }),
  )
  .filter(
    (counts) =>
      counts.every((row) => row.some((n) => n > 0)) && counts[0]!.every((_, j) => counts.some((row) => row[j]! > 0)),
  );

const flip = (counts: number[][]) => counts[0]!.map((_, j) => counts.map((row) => row[j]!));
/** Without the exact tests, which have properties of their own. */
const assessed = (request: TableRequest) => assess({ ...request, exact: { method: 'none' } });
const value = (counts: number[][], id: MeasureId) => assessed({ counts }).measures[id]?.value;

function near(a: number | undefined, b: number | undefined, digits = 9) {
  if (a === undefined || b === undefined) expect(a).toBe(b);
  else expect(a).toBeCloseTo(b, digits);
}

describe('properties of every measure', () => {
  it('transposing swaps the directions of lambda and leaves the rest', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const turned = flip(counts);
        near(value(turned, 'lambda:rows'), value(counts, 'lambda:columns'));
        near(value(turned, 'lambda:columns'), value(counts, 'lambda:rows'));
        for (const id of ['phi', 'cramers-v', 'lambda:symmetric', 'gamma'] as const) {
          near(value(turned, id), value(counts, id));
        }
      }),
    );
  });

  it('scaling all counts leaves every measure and multiplies X² and G²', () => {
    fc.assert(
      fc.property(tables, fc.integer({ min: 2, max: 9 }), (counts, k) => {
        const scaled = counts.map((row) => row.map((n) => n * k));
        for (const id of ['phi', 'cramers-v', 'lambda:rows', 'lambda:symmetric', 'gamma'] as const) {
          near(value(scaled, id), value(counts, id));
        }
        for (const id of ['pearson', 'likelihood-ratio'] as const) {
          const [one, many] = [
            assessed({ counts }).tests[id]?.statistic,
            assessed({ counts: scaled }).tests[id]?.statistic,
          ];
          near((many ?? 0) / k, one, 7);
        }
      }),
    );
  });

  it('scaling by k divides a standard error by the root of k', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const one = assessed({ counts }).measures.gamma?.ase;
        const four = assessed({ counts: counts.map((row) => row.map((n) => n * 4)) }).measures.gamma?.ase;
        near((four ?? 0) * 2, one ?? 0);
      }),
    );
  });

  it('reversing the codes of one variable turns the sign of gamma and of a 2 x 2 phi', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const reversed = [...counts].reverse();
        const [a, b] = [value(counts, 'gamma'), value(reversed, 'gamma')];
        near(a === undefined ? undefined : -a, b);
        if (counts.length === 2 && counts[0]!.length === 2)
          near(-(value(counts, 'phi') ?? 0), value(reversed, 'phi') ?? 0);
      }),
    );
  });

  it('the order of rows does not matter to phi, V and lambda', () => {
    fc.assert(
      fc.property(tables, fc.integer({ min: 1, max: 4 }), (counts, by) => {
        const shift = by % counts.length;
        const moved = [...counts.slice(shift), ...counts.slice(0, shift)];
        for (const id of ['cramers-v', 'lambda:rows', 'lambda:columns', 'lambda:symmetric'] as const) {
          near(value(moved, id), value(counts, id));
        }
      }),
    );
  });

  it('stays inside its bounds', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const { measures } = assessed({ counts });
        const inside = (id: MeasureId, least: number) => {
          const found = measures[id];
          if (!found) return;
          expect(found.value).toBeGreaterThanOrEqual(least - 1e-12);
          if (id !== 'phi') expect(found.value).toBeLessThanOrEqual(1 + 1e-12);
        };
        inside('cramers-v', 0);
        inside('lambda:rows', 0);
        inside('lambda:columns', 0);
        inside('lambda:symmetric', 0);
        inside('gamma', -1);
        const v = measures['cramers-v'];
        if (v?.lower !== undefined && v.upper !== undefined) expect(v.lower).toBeLessThanOrEqual(v.upper);
      }),
    );
  });
});

describe('lambda', () => {
  it('is the share of errors saved, worked by hand', () => {
    // Guessing the column: blind 30 of 60 right, knowing the row 20 + 25 of 60: (45 - 30)/(60 - 30).
    const counts = [
      [20, 5],
      [5, 25],
    ];
    const blind = 30;
    expect(lambda(table(counts), 'columns', 0.95).value).toBeCloseTo((45 - blind) / (55 - blind), 12);
  });

  it('is 0 where the best guess is the same in every row, though the variables are related', () => {
    expect(
      lambda(
        table([
          [30, 10],
          [20, 19],
        ]),
        'columns',
        0.95,
      ).value,
    ).toBe(0);
  });

  it('has no standard error where two categories tie for the largest', () => {
    expect(
      lambda(
        table([
          [5, 5],
          [3, 9],
        ]),
        'columns',
        0.95,
      ).ase,
    ).toBeUndefined();
    expect(
      lambda(
        table([
          [6, 5],
          [3, 9],
        ]),
        'columns',
        0.95,
      ).ase,
    ).toBeGreaterThan(0);
  });

  it('puts the symmetric value between the two directions', () => {
    fc.assert(
      fc.property(tables, (counts) => {
        const [a, b, both] = (['columns', 'rows', 'symmetric'] as const).map(
          (way) => lambda(table(counts), way, 0.95).value,
        );
        expect(both).toBeGreaterThanOrEqual(Math.min(a!, b!) - 1e-12);
        expect(both).toBeLessThanOrEqual(Math.max(a!, b!) + 1e-12);
      }),
    );
  });
});

describe('gamma', () => {
  it('counts pairs as the definition does', () => {
    const counts = [
      [3, 1, 2],
      [0, 4, 1],
      [2, 2, 5],
    ];
    let P = 0;
    let Q = 0;
    counts.forEach((row, i) =>
      row.forEach((n, j) =>
        counts.forEach((other, k) =>
          other.forEach((m, l) => {
            if ((i - k) * (j - l) > 0) P += n * m;
            if ((i - k) * (j - l) < 0) Q += n * m;
          }),
        ),
      ),
    );
    const pairs = countPairs(table(counts));
    expect([pairs.P, pairs.Q]).toEqual([P, Q]);
    const result = gamma(table(counts), 0.95);
    expect(isAbsent(result) ? null : result.value).toBeCloseTo((P - Q) / (P + Q), 13);
  });

  it("is Yule's Q on 2 x 2", () => {
    const result = gamma(
      table([
        [12, 5],
        [3, 9],
      ]),
      0.95,
    );
    expect(isAbsent(result) ? null : result.value).toBeCloseTo((12 * 9 - 5 * 3) / (12 * 9 + 5 * 3), 13);
  });

  it('agrees with a numerical derivative about its standard error', () => {
    const counts = [
      [13, 7, 4],
      [6, 9, 11],
      [2, 8, 15],
    ];
    const f = (changed: number[][]) => {
      const { P, Q } = countPairs(table(changed));
      return (P - Q) / (P + Q);
    };
    let variance = 0;
    counts.forEach((row, i) =>
      row.forEach((n, j) => {
        const bump = (by: number) => counts.map((r, a) => r.map((m, b) => (a === i && b === j ? m + by : m)));
        variance += n * ((f(bump(1e-4)) - f(bump(-1e-4))) / 2e-4) ** 2;
      }),
    );
    const result = gamma(table(counts), 0.95);
    expect(isAbsent(result) ? 0 : result.ase).toBeCloseTo(Math.sqrt(variance), 7);
  });
});

describe('phi and V', () => {
  it('agree in size on 2 x 2, and phi has the sign', () => {
    const counts = [
      [5, 20],
      [18, 7],
    ];
    expect(phi(table(counts), 0.95).value).toBeCloseTo(-cramersV(table(counts), 0.95).value, 13);
    expect(phi(transpose(table(counts)), 0.95).value).toBeCloseTo(phi(table(counts), 0.95).value, 13);
  });

  it('are 1 in a perfect table of any square shape', () => {
    expect(
      cramersV(
        table([
          [9, 0, 0],
          [0, 4, 0],
          [0, 0, 6],
        ]),
        0.95,
      ).value,
    ).toBeCloseTo(1, 12);
    expect(
      phi(
        table([
          [9, 0],
          [0, 4],
        ]),
        0.95,
      ).value,
    ).toBe(1);
  });

  it('have a lower end of 0 where nothing is there', () => {
    const v = cramersV(
      table([
        [20, 15],
        [17, 20],
      ]),
      0.95,
    );
    expect(v.lower).toBe(0);
    expect(v.upper).toBeGreaterThan(v.value);
  });

  it('have both ends at 0 where X² is smaller than chance gives in 39 of 40 tables', () => {
    const v = cramersV(
      table([
        [20, 21],
        [19, 20],
      ]),
      0.95,
    );
    expect([v.lower, v.upper]).toEqual([0, 0]);
  });

  it('at exactly 0: V, a root, has no standard error; phi, which has a sign, that of independence', () => {
    const four = phi(
      table([
        [2, 2],
        [4, 4],
      ]),
      0.95,
    );
    expect(four).toMatchObject({ value: 0, z: 0, p: 1 });
    expect(four.ase).toBeCloseTo(1 / Math.sqrt(12), 12);
    expect(four.lower).toBeCloseTo(-four.upper!, 6);
    expect(
      cramersV(
        table([
          [10, 20],
          [20, 40],
        ]),
        0.95,
      ).ase,
    ).toBeUndefined();
  });
});
