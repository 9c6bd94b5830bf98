import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addParts } from './add-parts.js';
import type { CodedColumn, SetsColumn } from './column.js';
import { filter } from './filter.js';
import { numberPlaces } from './number-places.js';
import { packedPart, unpackedPart } from './packed-part.js';
import { type Part, partOf } from './parts.js';
import { type CountPlan, countPart, countPlan, toldOf } from './plan.js';
import { SET_STATE } from './set-state.js';

const person = fc.record({
  answer: fc.nat(3),
  site: fc.nat(2),
  season: fc.nat(2),
  slots: fc.tuple(fc.nat(3), fc.nat(3)),
  hours: fc.oneof(fc.constant(NaN), fc.integer({ min: 0, max: 9 })),
  // Quarters, of which sums are exact in any order; often the same, so that some parts are even.
  weight: fc.constantFrom(1, 1, 1, 0.25, 2, 0, NaN),
});
type Person = typeof person extends fc.Arbitrary<infer T> ? T : never;

const codes = (count: number) => Array.from({ length: count }, (_, k) => String(k + 1));
const coded = (values: number[], count: number): CodedColumn => ({
  kind: 'coded',
  values: Uint8Array.from(values),
  codes: codes(count),
});

/** All columns of some people. */
function columnsOf(people: readonly Person[]) {
  const bits = people.map(({ slots }) =>
    slots.reduce((word, slot) => (slot === 0 ? word : word | (1 << (slot - 1))), 0),
  );
  const question: SetsColumn = {
    kind: 'sets',
    words: Uint32Array.from(bits),
    width: 1,
    state: Uint8Array.from(bits, (word) => (word === 0 ? SET_STATE.nothing : SET_STATE.mentioned)),
    options: codes(3),
  };
  return {
    answer: coded(
      people.map(({ answer }) => answer),
      3,
    ),
    site: coded(
      people.map(({ site }) => site),
      2,
    ),
    season: coded(
      people.map(({ season }) => season),
      2,
    ),
    slots: [0, 1].map((at) =>
      coded(
        people.map(({ slots }) => slots[at]!),
        3,
      ),
    ),
    question,
    weight: Float64Array.from(people, ({ weight }) => weight),
  };
}

/** Every kind of row item by every kind of group, of some of the people. */
function planOf(
  people: readonly Person[],
  { from, to }: Part,
  asked: Record<'weighted' | 'split' | 'asks', boolean>,
): CountPlan {
  const all = columnsOf(people);
  const cut = <T extends CodedColumn | SetsColumn>(column: T): T => partOf(column, { from, to });
  const places = numberPlaces(
    Float64Array.from(people, ({ hours }) => hours),
    0,
  );
  const place = places.place.subarray(from, to);
  const answered = coded(
    Array.from(place, (at) => (at === -1 ? 0 : 1)),
    1,
  );
  const site = cut(all.site);
  const condition = { column: site, name: 'Site', rule: { is: 'any-of', codes: ['1'] }, missing: [] } as const;
  const { mask, tallies } = filter(asked.asks ? [{ not: condition }] : [], to - from);
  const slots = all.slots.map(cut);
  const question = cut(all.question);
  return {
    respondents: to - from,
    mask,
    filtered: tallies,
    weight: asked.weighted ? all.weight.subarray(from, to) : null,
    rows: [
      { column: cut(all.answer), slots: null },
      { column: question, slots: null, nets: [['1', '2']] },
      { column: question, slots: { as: 'first', columns: slots } },
      { column: question, slots: { as: 'rank', columns: slots } },
      { column: answered, slots: null, numbers: { distinct: places.distinct, place, answered } },
    ],
    nests: [[], [site], [site, cut(all.season)]],
    within: asked.split ? cut(all.season) : null,
  };
}

describe('parts that are added up', () => {
  it('are what was counted in one go, wherever they are cut', () => {
    fc.assert(
      fc.property(
        fc.array(person, { minLength: 1, maxLength: 40 }),
        fc.array(fc.nat(40), { maxLength: 4 }),
        fc.record({ weighted: fc.boolean(), split: fc.boolean(), asks: fc.boolean() }),
        (people, cuts, asked) => {
          const length = people.length;
          const borders = [0, ...cuts.map((cut) => Math.min(cut, length)).sort((a, b) => a - b), length];
          const parts = borders.slice(1).map((to, k) => ({ from: borders[k]!, to }));
          const whole = planOf(people, { from: 0, to: length }, asked);
          // Parts go from thread to thread packed.
          const counted = addParts(
            parts.map((part) => unpackedPart(packedPart(countPart(planOf(people, part, asked))))),
          );
          expect(toldOf(counted, whole, () => whole)).toEqual(countPlan(whole));
        },
      ),
      { numRuns: 150 },
    );
  });
});
