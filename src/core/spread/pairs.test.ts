import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Variable } from '../codebook/types.js';
import { hexagons } from './hexagons.js';
import { MOST_POINTS, pairs } from './pairs.js';

const variable = (name: string): Variable => ({ id: 1, name, label: name, question: '', level: 'number', codes: [] });
const NAMED = { x: variable('Age'), y: variable('Years') };

type Person = readonly [x: number | null, y: number | null, weight: number];

function columnOf(values: readonly (number | null)[]) {
  const distinct = Float64Array.from(new Set(values.filter((value) => value !== null))).sort();
  return { distinct, place: Int32Array.from(values, (value) => (value === null ? -1 : distinct.indexOf(value))) };
}

function pairsOf(all: readonly Person[], weighted = false, mask: Uint8Array | null = null) {
  const asked = {
    x: columnOf(all.map(([x]) => x)),
    y: columnOf(all.map(([, y]) => y)),
    respondents: all.length,
    mask,
    weight: weighted ? Float64Array.from(all, ([, , weight]) => weight) : null,
  };
  return pairs(asked, NAMED, 0.95);
}

const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);

const number = fc.option(fc.integer({ min: 0, max: 12 }), { freq: 6 });
const people = fc.array(fc.tuple(number, number, fc.integer({ min: 1, max: 3 })), { minLength: 5, maxLength: 80 });

describe('two numbers of each respondent', () => {
  it('have r and a line as worked out from the respondents themselves', () => {
    fc.assert(
      fc.property(people, fc.boolean(), (all, weighted) => {
        const own = all.flatMap(([a, b, weight]) => (a === null || b === null ? [] : [[a, b, weight] as const]));
        const found = pairsOf(all, weighted);
        expect(found.n).toBe(own.length);
        const w = own.map(([, , weight]) => (weighted ? weight : 1));
        const mean = (values: number[]) => sum(values.map((value, k) => value * w[k]!)) / sum(w);
        const [x, y] = [own.map(([a]) => a), own.map(([, b]) => b)];
        const [mx, my] = [mean(x), mean(y)];
        const moment = (a: number[], ma: number, b: number[], mb: number) =>
          mean(a.map((value, k) => (value - ma) * (b[k]! - mb)));
        const [xx, yy, xy] = [moment(x, mx, x, mx), moment(y, my, y, my), moment(x, mx, y, my)];
        if (!(xx > 1e-9) || !(yy > 1e-9)) return;
        expect(found.r?.value).toBeCloseTo(xy / Math.sqrt(xx * yy), 9);
        expect(found.line?.slope).toBeCloseTo(xy / xx, 9);
        expect(found.line?.intercept).toBeCloseTo(my - (xy / xx) * mx, 8);
        expect(sum(found.points!.map(([, , respondents]) => respondents))).toBe(own.length);
      }),
    );
  });

  it('have the limits and the p that textbooks give', () => {
    // r = .5 of 28: z = .5493, limits tanh(.5493 ± 1.96/5) = .156 and .736; t = 2.944 with 26 df, p = .0067.
    const half = Array.from({ length: 7 }, (_, k): Person[] => [
      [k - 3, k - 3, 1],
      [k - 3, 3 - k, 1],
    ]).flat();
    const flat = pairsOf(half);
    expect(flat.r?.value).toBeCloseTo(0, 12);
    expect(flat.r?.p).toBeCloseTo(1, 12);
    const all: Person[] = [...half, ...half.filter((_, k) => k % 2 === 0), ...half.filter((_, k) => k % 2 === 0)];
    const { r, n } = pairsOf(all);
    expect(n).toBe(28);
    expect(r?.value).toBeCloseTo(0.5, 12);
    expect(r?.lower).toBeCloseTo(0.1559, 3);
    expect(r?.upper).toBeCloseTo(0.7358, 3);
    expect(r?.p).toBeCloseTo(0.0067, 4);
  });

  it('have with a weight the limits of linearisation: near those of z where all count alike, in any unit', () => {
    const all = Array.from({ length: 400 }, (_, k): Person => {
      const [a, b] = [Math.sin(k * 12.9898) * 43758.5453, Math.sin(k * 78.233) * 24634.6345];
      const [u, v] = [a - Math.floor(a), b - Math.floor(b)];
      const normal = Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * v);
      const other = Math.sqrt(-2 * Math.log(u)) * Math.sin(2 * Math.PI * v);
      return [normal, 0.6 * normal + other, 1];
    });
    const [plain, alike] = [pairsOf(all).r!, pairsOf(all, true).r!];
    expect(alike.value).toBeCloseTo(plain.value, 12);
    expect(alike.lower! / plain.lower!).toBeCloseTo(1, 0.9);
    expect(alike.upper! / plain.upper!).toBeCloseTo(1, 0.9);
    const threefold = pairsOf(
      all.map(([x, y]): Person => [x, y, 3]),
      true,
    ).r!;
    expect(threefold.lower).toBeCloseTo(alike.lower!, 12);
    expect(threefold.p).toBeCloseTo(alike.p!, 12);
    // A weight that goes along with nothing widens the interval as Kish says, by the root of 1 + cv².
    const uneven = pairsOf(
      all.map(([x, y], k): Person => [x, y, k % 2 === 0 ? 0.2 : 1.8]),
      true,
    ).r!;
    const width = (r: typeof plain) => Math.atanh(r.upper!) - Math.atanh(r.lower!);
    expect(width(uneven) / width(alike)).toBeGreaterThan(1.1);
    expect(width(uneven) / width(alike)).toBeLessThan(1.5);
  });

  it('leave out who is filtered away or counts as nothing, and say nothing of a number that does not vary', () => {
    const all: Person[] = [
      [1, 1, 1],
      [2, 4, 0],
      [3, 1, 2],
      [4, 1, 1],
    ];
    expect(pairsOf(all, true).n).toBe(3);
    expect(pairsOf(all, false, Uint8Array.of(1, 0, 1, 1))).toMatchObject({ n: 3, r: null, line: { slope: 0 } });
    expect(pairsOf([[null, 1, 1]])).toMatchObject({ n: 0, points: [], r: null, line: null });
  });

  it('beyond 5,000 are a honeycomb that has each of them once', () => {
    const all = Array.from({ length: MOST_POINTS + 1 }, (_, k): Person => [(k * 7) % 101, (k * 13) % 53, 1]);
    const { points, hexagons: comb } = pairsOf(all);
    expect(points).toBeNull();
    expect(sum(comb!.cells.map(({ respondents }) => respondents))).toBe(all.length);
  });
});

describe('a honeycomb', () => {
  it('puts each pair into the cell whose middle is nearest', () => {
    const range = { minimum: 0, maximum: 100 };
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        (x, y) => {
          const corner = hexagons(range, range, (put) => put(x, y));
          const [cell] = corner.cells;
          const across = (x - cell!.x) / corner.wide;
          const up = ((y - cell!.y) / corner.high) * (2 / Math.sqrt(3));
          // No point of a hexagon is farther from its middle than a corner.
          expect(Math.hypot(across, up)).toBeLessThanOrEqual(1 / Math.sqrt(3) + 1e-9);
        },
      ),
    );
  });
});
