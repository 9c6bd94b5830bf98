import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { numberPlaces } from './number-places.js';

describe('the places of numbers', () => {
  it('are among all different ones, upwards, whatever the numbers', () => {
    const numbers = fc.array(fc.oneof(fc.constantFrom(0, -0, NaN, 1, 1e300), fc.double()), { maxLength: 3000 });
    fc.assert(
      fc.property(numbers, (values) => {
        const { distinct, place } = numberPlaces(Float64Array.from(values), 0);
        const expected = [...new Set(values.filter((value) => !Number.isNaN(value)).map((value) => value + 0))];
        expect([...distinct]).toEqual(expected.sort((a, b) => a - b));
        values.forEach((value, k) => {
          if (Number.isNaN(value)) expect(place[k]).toBe(-1);
          else expect(distinct[place[k]!]).toBe(value + 0);
        });
      }),
    );
  });

  it('are the same where numbers are too many to be looked up', () => {
    const many = Float64Array.from({ length: 1_000_500 }, (_, k) => (k * 7919) % 1_000_500);
    const { distinct, place } = numberPlaces(many, 0);
    expect(distinct).toHaveLength(1_000_500);
    expect(place.every((at, k) => at === many[k])).toBe(true);
  });
});
