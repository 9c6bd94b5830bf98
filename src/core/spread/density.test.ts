import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { describe as described, type Entries } from '../count/number-groups.js';
import { bandwidthOf, density } from './density.js';

/** Numbers upwards, each with what it counts as. */
function entriesOf(numbers: readonly (readonly [value: number, weight: number])[], weighted: boolean): Entries {
  const sorted = [...numbers].sort((a, b) => a[0] - b[0]);
  const distinct = Float64Array.from(new Set(sorted.map(([value]) => value)));
  return {
    distinct,
    places: Int32Array.from(sorted, ([value]) => distinct.indexOf(value)),
    weights: weighted ? Float64Array.from(sorted, ([, weight]) => weight) : null,
  };
}

const grid = (from: number, to: number, places = 400) =>
  Array.from({ length: places + 1 }, (_, k) => from + (k * (to - from)) / places);

/** The area under heights over an even grid, by the trapezium rule. */
function areaUnder(heights: readonly number[], step: number): number {
  return heights.reduce(
    (sum, height, k) => sum + (k === 0 || k === heights.length - 1 ? height / 2 : height) * step,
    0,
  );
}

const numbers = fc.array(fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 1, max: 4 })), {
  minLength: 8,
  maxLength: 200,
});

describe('the density of numbers', () => {
  it('has an area of 1 within their range, weighted or not', () => {
    fc.assert(
      fc.property(numbers, fc.boolean(), (list, weighted) => {
        const entries = entriesOf(list, weighted);
        const bandwidth = bandwidthOf(described(entries)!);
        const [low, high] = [entries.distinct[0]!, entries.distinct.at(-1)!];
        if (bandwidth === null) {
          expect(high).toBe(low);
          return;
        }
        // One reflection at each end holds all that reaches no farther than the range itself.
        if (8 * bandwidth > high - low) return;
        const places = grid(low, high, 2000);
        expect(areaUnder(density(entries, places, bandwidth), (high - low) / 2000)).toBeCloseTo(1, 3);
      }),
    );
  });

  it('is the sum of kernels, a number that counts twice as that of two', () => {
    fc.assert(
      fc.property(numbers, (list) => {
        const places = grid(0, 60, 30);
        const twice = list.flatMap(([value, weight]) => Array.from({ length: weight }, () => [value, 1] as const));
        const heights = density(entriesOf(list, true), places, 3);
        density(entriesOf(twice, false), places, 3).forEach((height, k) => expect(heights[k]).toBeCloseTo(height, 10));
        const normal = (away: number) => Math.exp(-((away / 3) ** 2) / 2) / (3 * Math.sqrt(2 * Math.PI));
        const at = 30;
        const own = twice.reduce((sum, [value]) => {
          const seen = [value, -value, 120 - value].map((place) => normal(at - place));
          return sum + seen.reduce((all, one) => all + one, 0);
        }, 0);
        expect(heights[15]).toBeCloseTo(own / twice.length, 9);
      }),
    );
  });

  it('is hardly another where thousands of different numbers are gathered first', () => {
    const many = Array.from({ length: 4000 }, (_, k) => [Math.sin(k) * 40 + 50, 1] as const);
    const entries = entriesOf(many, false);
    const places = grid(10, 90, 16);
    const heights = density(entries, places, 4);
    const normal = (away: number) => Math.exp(-((away / 4) ** 2) / 2) / (4 * Math.sqrt(2 * Math.PI));
    const middle = many.reduce((sum, [value]) => sum + normal(50 - value), 0) / many.length;
    expect(heights[8]! / middle).toBeCloseTo(1, 4);
  });

  it('has the bandwidth of Silverman: 0.9 times the lesser spread, by the fifth root of n', () => {
    // 1 to 9: sd 2.7386, quartiles 3 and 7.
    const nine = entriesOf(
      Array.from({ length: 9 }, (_, k) => [k + 1, 1] as const),
      false,
    );
    expect(bandwidthOf(described(nine)!)).toBeCloseTo((0.9 * 2.7386128) / 9 ** 0.2, 6);
    expect(
      bandwidthOf(
        described(
          entriesOf(
            [
              [5, 1],
              [5, 1],
            ],
            false,
          ),
        )!,
      ),
    ).toBeNull();
  });
});
