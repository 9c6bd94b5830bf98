import { total } from '../numerics/total.js';
import { describe, expect, it } from 'vitest';
import { histogram, summarize } from './summary.js';

describe('summarize', () => {
  it('describes by the textbook', () => {
    expect(
      summarize([
        [1, 1],
        [2, 2],
        [4, 1],
      ]),
    ).toEqual({
      n: 4,
      mean: 2.25,
      sd: Math.sqrt(4.75 / 3),
      minimum: 1,
      lowerQuartile: 1.75,
      median: 2,
      upperQuartile: 2.5,
      maximum: 4,
    });
    expect(summarize([[7, 1]])).toMatchObject({ sd: null, median: 7 });
    expect(summarize([])).toBeNull();
  });
  it('bins everybody once', () => {
    const values = Array.from({ length: 100 }, (_, k): [number, number] => [k * 0.7, (k % 3) + 1]);
    const bins = histogram(values)?.bins ?? [];
    expect(bins).toHaveLength(12);
    expect(total(bins)).toBe(values.reduce((sum, [, n]) => sum + n, 0));
    expect(
      histogram([
        [1, 5],
        [3, 2],
      ]),
    ).toEqual({ from: 1, to: 3, bins: [5, 0, 2] });
    expect(histogram([[4, 9]])).toEqual({ from: 4, to: 4, bins: [9] });
    expect(histogram([])).toBeNull();
  });
});
