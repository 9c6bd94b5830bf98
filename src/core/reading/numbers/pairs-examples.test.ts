import { describe, expect, it } from 'vitest';
import { fSurvival, normalTwoSided } from '../../numerics/distributions.js';
import { pairs } from '../../spread/pairs.js';
import type { Variable } from '../../codebook/types.js';
import { workedExamplesOfPairs } from './pairs-examples.js';

const variable = (label: string): Variable => ({
  id: 1,
  name: label,
  label,
  question: '',
  level: 'number',
  codes: [],
});
const columnOf = (values: readonly number[]) => {
  const distinct = Float64Array.from(new Set(values)).sort();
  return { distinct, place: Int32Array.from(values, (value) => distinct.indexOf(value)) };
};
const X = [16, 23, 31, 40, 44, 52, 60, 71];
const Y = [1, 0, 4, 9, 3, 12, 8, 20];
const drawn = (weight: number[] | null, y = Y) => {
  const asked = { x: columnOf(X), y: columnOf(y), respondents: X.length, mask: null };
  const named = { x: variable('Age'), y: variable('Years') };
  return pairs({ ...asked, weight: weight && Float64Array.from(weight) }, named, 0.95);
};
/** The last number of a line. */
const last = (line: string | undefined) => Number(/(−?[\d.,]+)\D*$/.exec(line ?? '')?.[1]?.replace('−', '-'));

describe('the sums of r', () => {
  it('come to r, to its limits, and to its p', () => {
    const own = drawn(null);
    const examples = workedExamplesOfPairs(own, 0.95)!;
    const r = examples.of('pearson-r')!;
    expect(r.result).toBe(own.r!.value);
    expect(last(r.steps[2])).toBeCloseTo(own.r!.value, 4);
    expect(last(r.steps.at(-1))).toBeCloseTo(own.r!.upper!, 4);
    expect(examples.of('r-squared')!.result).toBeCloseTo(own.r!.value ** 2, 12);
    const test = examples.of('pearson-r-test')!;
    const t = last(test.steps[0]);
    expect(fSurvival(t * t, 1, X.length - 2)).toBeCloseTo(own.r!.p!, 5);
    expect(test.steps[1]).toContain('6 degrees of freedom');
  });

  it('are by linearisation where respondents count unevenly, and as plain where all count the same', () => {
    const own = drawn([1, 2, 1, 3, 1, 1, 2, 1]);
    const test = workedExamplesOfPairs(own, 0.95)!.of('pearson-r-test')!;
    expect(test.formula).toContain('linearisation');
    expect(normalTwoSided(last(test.steps[1]))).toBeCloseTo(own.r!.p!, 5);
    const even = drawn(X.map(() => 2));
    expect(even.r!.lower).toBeCloseTo(drawn(null).r!.lower!, 12);
    expect(even.r!.p).toBeCloseTo(drawn(null).r!.p!, 12);
    expect(even.moments!.weight).toBe(16);
  });

  it('are not shown where there is nothing to work out', () => {
    expect(
      workedExamplesOfPairs(
        drawn(
          null,
          Y.map(() => 3),
        ),
        0.95,
      ),
    ).toBeNull();
    const straight = workedExamplesOfPairs(
      drawn(
        null,
        X.map((x) => 2 * x),
      ),
      0.95,
    )!;
    expect(straight.has('pearson-r-test')).toBe(false);
    expect(straight.of('pearson-r')!.steps).toHaveLength(3);
  });
});
