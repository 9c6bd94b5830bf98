import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Distribution } from '../../../../api/types.js';
import { bandScale, barsOf, FLOOR, TOP } from './band-scale.js';

const distribution: Distribution = {
  answers: 10,
  blank: 0,
  words: 0,
  from: 18,
  to: 21,
  different: 4,
  whole: true,
  points: [
    [18, 1],
    [19, 4],
    [20, 0],
    [21, 5],
  ],
  histogram: { from: 18, to: 21, bins: [5, 5] },
  missing: [{ code: '99', label: 'Refused', value: 99, respondents: 9 }],
  edges: [],
};

describe('bars', () => {
  it('are values of their own where they are few and whole, else bins', () => {
    expect(barsOf(distribution)[0]).toEqual({ from: 17.5, to: 18.5, middle: 18, respondents: 1 });
    expect(barsOf({ ...distribution, points: null })).toEqual([
      { from: 18, to: 19.5, middle: 18.75, respondents: 5 },
      { from: 19.5, to: 21, middle: 20.25, respondents: 5 },
    ]);
    expect(barsOf({ ...distribution, points: null, histogram: null })).toEqual([]);
  });
});

describe('the scale of a histogram', () => {
  const bars = barsOf(distribution);
  const scale = (ends: 'lower' | 'upper' | 'both', whole = true) =>
    bandScale(distribution, bars, { ends }, { whole, step: whole ? 1 : 0.5 }, 640);

  it('finds the edge again at the place where it is drawn', () => {
    fc.assert(
      fc.property(fc.integer({ min: 18, max: 21 }), fc.constantFrom('lower', 'upper', 'both'), (edge, ends) => {
        const { drawn, valueAt } = scale(ends);
        expect(valueAt(drawn(edge))).toBe(edge);
      }),
    );
    expect(scale('lower', false).valueAt(scale('lower', false).drawn(19.5))).toBe(19.5);
  });

  it('draws an edge on the side where whole numbers part', () => {
    expect(scale('lower').drawn(20)).toBe(scale('lower').x(19.5));
    expect(scale('upper').drawn(20)).toBe(scale('upper').x(20.5));
  });

  it('leaves room for what is missing, and keeps what is outside at the rim', () => {
    const { plot, clamp } = scale('lower');
    expect(plot).toBe(640 - 14 - 54 - 2);
    expect([clamp(-5), clamp(5), clamp(9999)]).toEqual([0, 5, plot]);
  });

  it('makes bars as tall as the root of who is in them, and none of nobody', () => {
    const { tall } = scale('lower');
    expect(tall(9)).toBeCloseTo(FLOOR - TOP, 9);
    expect(tall(4) / tall(1)).toBeCloseTo(2, 9);
    expect(tall(0)).toBe(0);
    expect(
      bandScale(
        { ...distribution, missing: [] },
        [{ from: 0, to: 1, middle: 0.5, respondents: 1e9 }],
        { ends: 'both' },
        { whole: true, step: 1 },
        640,
      ).tall(1),
    ).toBe(1.5);
  });
});
