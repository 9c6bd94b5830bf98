import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Column } from '../count/column.js';
import { combinationsOf } from './combinations.js';

const person = fc.record({
  site: fc.nat(3),
  // 0 was not asked; else 1 + the options as bits.
  crops: fc.nat(8),
  age: fc.oneof(fc.constant(null), fc.constant('refused'), fc.integer({ min: 16, max: 20 })),
});

const CROPS = ['beans', 'kale', 'leek'];
const SITES = ['a', 'b', 'c'];

function ageColumn(ages: readonly (number | string | null)[]): Column {
  const values = Float64Array.from(ages, (age) => (typeof age === 'number' ? age : NaN));
  const halves = new Uint32Array(values.buffer);
  ages.forEach((age, k) => {
    if (typeof age !== 'number') halves[2 * k] = age === null ? 0 : 1;
  });
  return { kind: 'number', values, words: ['refused'] };
}

describe('combinations of values', () => {
  it('are those that respondents have, each with how many have it', () => {
    fc.assert(
      fc.property(fc.array(person, { maxLength: 50 }), (people) => {
        const columns: Column[] = [
          { kind: 'coded', values: Uint8Array.from(people, ({ site }) => site), codes: SITES },
          {
            kind: 'sets',
            words: Uint32Array.from(people, ({ crops }) => Math.max(0, crops - 1)),
            width: 1,
            state: Uint8Array.from(people, ({ crops }) => (crops === 0 ? 5 : crops === 1 ? 3 : 1)),
            options: CROPS,
          },
          ageColumn(people.map(({ age }) => age)),
        ];
        const expected = new Map<string, number>();
        for (const { site, crops, age } of people) {
          const mentioned = crops === 0 ? null : CROPS.filter((_, j) => (((crops - 1) >> j) & 1) === 1);
          const key = JSON.stringify([SITES[site - 1] ?? null, mentioned, age === null ? null : String(age)]);
          expected.set(key, (expected.get(key) ?? 0) + 1);
        }
        const combinations = combinationsOf(columns, people.length) ?? [];
        const found = new Map(combinations.map(({ raw, respondents }) => [JSON.stringify(raw), respondents]));
        expect(found.size).toBe(combinations.length);
        expect(found).toEqual(expected);
      }),
    );
  });

  it('are not looked for where they may be too many, or are texts', () => {
    const wide: Column = {
      kind: 'coded',
      values: Uint16Array.of(1),
      codes: Array.from({ length: 1100 }, (_, k) => String(k)),
    };
    expect(combinationsOf([wide, wide], 1)).toBeNull();
    expect(combinationsOf([wide, { kind: 'text', values: ['x'] }], 1)).toBeNull();
  });
});
