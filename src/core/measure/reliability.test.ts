import { describe, expect, test } from 'vitest';
import { reliability } from './reliability.js';

/** The sums and products of items about a shift, as a proof collects them. */
function about(items: readonly (readonly number[])[], shift: readonly number[]) {
  const moved = items.map((values, i) => values.map((value) => value - shift[i]!));
  const sums = Float64Array.from(moved, (values) => values.reduce((sum, value) => sum + value, 0));
  const products = Float64Array.from(
    moved.flatMap((a) => moved.map((b) => a.reduce((sum, value, k) => sum + value * b[k]!, 0))),
  );
  const labels = items.map((_, i) => `item ${i + 1}`);
  return reliability(items[0]!.length, sums, products, labels, shift)!;
}

describe('how items go together', () => {
  // Worked out by hand: the item's covariance with the other is 0, and thirds have no exact binary form.
  const apart = [
    [1 / 3, 2 / 3, 1 / 3, 2 / 3],
    [0.1, 0.1, 0.7, 0.7],
  ];

  test.each([
    [0, 0],
    [0.1, 0.3],
    [1 / 7, -5],
    [1000.1, 0.7],
  ])(
    'an item that has nothing to do with the others has a correlation of 0, not of rounding (about %d, %d)',
    (...shift) => {
      expect(about(apart, shift).items.map(({ rest }) => rest)).toEqual([0, 0]);
    },
  );

  test('a small correlation stays one', () => {
    // A covariance of 5e-7 / 3, of variances of 1/3 and about 1/3.
    const small = about(
      [
        [0, 0, 1, 1],
        [0, 1, 0, 1.000001],
      ],
      [0, 0],
    );
    expect(small.items[0]!.rest).toBeCloseTo(5e-7, 11);
  });

  test('three respondents who answer the same twice', () => {
    const twice = about(
      [
        [1, 2, 3],
        [1, 2, 3],
      ],
      [0, 0],
    );
    expect(twice.alpha).toBeCloseTo(1, 12);
    expect(twice.items[0]).toMatchObject({ mean: 2, sd: 1, rest: 1 });
  });
});
