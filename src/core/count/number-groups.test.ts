import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CodedColumn, SetsColumn } from './column.js';
import { numberColumn } from './number-column.js';
import { numberGroups } from './number-groups.js';
import { SET_STATE } from './set-state.js';
import type { GroupNumbers } from './types.js';

const coded = (values: readonly number[], codes: number): CodedColumn => ({
  kind: 'coded',
  values: Uint8Array.from(values),
  codes: Array.from({ length: codes }, (_, k) => String(k + 1)),
});

interface Person {
  value: number | null;
  weight: number;
  site: number;
  season: number;
  inside: boolean;
}

const people = fc.array(
  fc.record({
    value: fc.option(fc.oneof(fc.integer({ min: -5, max: 9 }), fc.double({ min: -1e3, max: 1e3, noNaN: true }))),
    weight: fc.double({ min: 0.1, max: 4, noNaN: true }),
    site: fc.integer({ min: 0, max: 3 }),
    season: fc.integer({ min: 0, max: 2 }),
    inside: fc.boolean(),
  }),
  { maxLength: 60 },
);

/** Quantiles as they are defined: type 7 where each counts as one; else at positions of weights of 1 on average. */
function quantileOf(all: readonly Person[], q: number): number {
  const sorted = [...all].sort((a, b) => a.value! - b.value!);
  const each = sorted.length / sorted.reduce((sum, { weight }) => sum + weight, 0);
  const at = (position: number) => {
    let passed = 0;
    return (sorted.find(({ weight }) => (passed += each * weight) > position + 1e-9) ?? sorted.at(-1))!.value!;
  };
  const h = (sorted.length - 1) * q;
  return at(Math.floor(h)) + (h % 1) * (at(Math.ceil(h)) - at(Math.floor(h)));
}

/** The midrank of a number among those of a base: half of those that share it stand before it. */
const midrank = (value: number, base: readonly Person[]) =>
  base.filter((person) => person.value! < value).length +
  (base.filter((person) => person.value === value).length + 1) / 2;

/** @param base the respondents among whom ranks are given; null: none are */
function expectDescribed(
  group: GroupNumbers | null | undefined,
  all: readonly Person[],
  base: readonly Person[] | null,
): void {
  if (all.length === 0) {
    expect(group).toBeNull();
    return;
  }
  const sum = (of: (person: Person) => number) => all.reduce((so, person) => so + of(person), 0);
  const weight = sum((person) => person.weight);
  const mean = sum((person) => person.weight * person.value!) / weight;
  const near = (value: number) => expect.closeTo(value, 6) as number;
  expect(group).toEqual({
    n: all.length,
    weight: near(weight),
    weightSquares: near(sum((person) => person.weight ** 2)),
    mean: near(mean),
    squares: near(sum((person) => person.weight * (person.value! - mean) ** 2)),
    errorSquares: near(sum((person) => (person.weight * (person.value! - mean)) ** 2)),
    fromMedian: near(sum((person) => person.weight * Math.abs(person.value! - quantileOf(all, 0.5)))),
    rankSum: base && near(sum((person) => midrank(person.value!, base))),
    // Nought is told as 0 where it is given as -0.
    minimum: Math.min(...all.map(({ value }) => value!)) + 0,
    maximum: Math.max(...all.map(({ value }) => value!)) + 0,
    lowerQuartile: near(quantileOf(all, 0.25)),
    median: near(quantileOf(all, 0.5)),
    upperQuartile: near(quantileOf(all, 0.75)),
  });
}

const alike = (all: readonly Person[]) => all.map((person) => ({ ...person, weight: 1 }));

describe('numbers in groups', () => {
  it('have their median between two that count the same but for the last digit', () => {
    const column: CodedColumn = { kind: 'coded', values: Uint8Array.of(1, 2), codes: ['-1', '0'] };
    const [all] = numberGroups({
      numbers: numberColumn(column, 'Age', []),
      nest: [],
      within: null,
      respondents: 2,
      mask: null,
      weight: Float64Array.of(0.10000000000000002, 0.1),
    });
    expect(all?.all?.median).toBe(-0.5);
  });

  it('are described as each group is by itself, in a nest and within a further variable', () => {
    fc.assert(
      fc.property(people, fc.boolean(), (everybody, isWeighted) => {
        const all = isWeighted ? everybody : alike(everybody);
        const values = Float64Array.from(all, ({ value }) => value ?? NaN);
        const numbers = numberColumn({ kind: 'number', values, words: [] }, 'Number', []);
        const site = coded(
          all.map((person) => person.site),
          3,
        );
        const season = coded(
          all.map((person) => person.season),
          2,
        );
        // The third site is no answer, nor is a blank.
        const described = numberGroups({
          numbers,
          nest: [{ column: site, answers: [false, true, true, false] }],
          within: { column: season, answers: [false, true, true] },
          respondents: all.length,
          mask: Uint8Array.from(all, ({ inside }) => Number(inside)),
          weight: isWeighted ? Float64Array.from(all, ({ weight }) => weight) : null,
        });
        const counted = all.filter(({ inside, value }) => inside && value !== null);
        expect(described).toHaveLength(4);
        described.forEach((part, stratum) => {
          const here = counted.filter((person) => (stratum === 0 ? person.season > 0 : person.season === stratum - 1));
          const inBase = here.filter((person) => person.site === 1 || person.site === 2);
          const base = isWeighted ? null : inBase;
          expectDescribed(part.all, inBase, base);
          part.groups.forEach((group, at) => {
            const own = here.filter((person) => person.site === at);
            expectDescribed(group, own, at === 1 || at === 2 ? base : null);
          });
          const shared = [...new Set(inBase.map(({ value }) => value))].map(
            (value) => inBase.filter((person) => person.value === value).length,
          );
          const ties = shared.reduce((sum, t) => sum + t ** 3 - t, 0);
          expect(part.ties).toBe(isWeighted ? null : ties);
        });
      }),
    );
  });

  it('of a question across are those of each option, and each respondent is once among all', () => {
    const crops: SetsColumn = {
      kind: 'sets',
      words: Uint32Array.of(0b11, 0b01, 0, 0),
      width: 1,
      state: Uint8Array.of(SET_STATE.mentioned, SET_STATE.mentioned, SET_STATE.none, SET_STATE.blank),
      options: ['1', '2'],
    };
    const values = Float64Array.of(10, 20, 60, 900);
    const [{ all, groups } = { all: null, groups: [] }] = numberGroups({
      numbers: numberColumn({ kind: 'number', values, words: [] }, 'Number', []),
      // Blank, the two options, then how respondents stand: mentioned, none of these, and three more.
      nest: [{ column: crops, answers: [false, false, false, true, true, true, false, false] }],
      within: null,
      respondents: 4,
      mask: null,
      weight: null,
    });
    expect(all).toMatchObject({ n: 3, mean: 30 });
    expect(groups.slice(1, 3).map((group) => group?.mean)).toEqual([15, 10]);
  });

  it('keep their digits far from nought', () => {
    const values = Float64Array.of(1e9 + 4, 1e9 + 7, 1e9 + 13, 1e9 + 16);
    const [{ all } = { all: null }] = numberGroups({
      numbers: numberColumn({ kind: 'number', values, words: [] }, 'Number', []),
      nest: [],
      within: null,
      respondents: 4,
      mask: null,
      weight: null,
    });
    expect(all).toMatchObject({ mean: 1e9 + 10, squares: 90 });
  });
});
