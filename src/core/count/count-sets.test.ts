import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CodedColumn, SetsColumn } from './column.js';
import { SET_STATE } from './set-state.js';
import { wordsFor } from './option-bits.js';
import { countSets, countsInBlocks } from './count-sets.js';

function setsOf(people: readonly (readonly number[] | null)[], options: number): SetsColumn {
  const width = wordsFor(options);
  const words = new Uint32Array(people.length * width);
  people.forEach((mentions, k) => mentions?.forEach((j) => (words[k * width + (j >> 5)]! |= 1 << (j & 31))));
  const state = Uint8Array.from(people, (mentions) =>
    mentions === null ? SET_STATE['not-asked'] : mentions.length > 0 ? SET_STATE.mentioned : SET_STATE.nothing,
  );
  return { kind: 'sets', words, width, state, options: Array.from({ length: options }, (_, j) => String(j)) };
}

describe('a question counted in blocks', () => {
  it('has for each two options who mentions both, whatever the number of options, groups, filter and weights', () => {
    const shape = fc.integer({ min: 1, max: 45 }).chain((options) =>
      fc.record({
        options: fc.constant(options),
        people: fc.array(fc.option(fc.uniqueArray(fc.integer({ min: 0, max: options - 1 }), { maxLength: 9 })), {
          maxLength: 40,
        }),
        weighted: fc.boolean(),
        masked: fc.boolean(),
      }),
    );
    fc.assert(
      fc.property(shape, ({ options, people, weighted, masked }) => {
        const groups: CodedColumn[] = [
          { kind: 'coded', values: Uint8Array.from(people, (_, k) => k % 3), codes: ['a', 'b'] },
          { kind: 'coded', values: Uint8Array.from(people, (_, k) => (k >> 1) % 2), codes: ['x'] },
        ];
        const weight = weighted ? Float64Array.from(people, (_, k) => 1 + (k % 5)) : null;
        const mask = masked ? Uint8Array.from(people, (_, k) => (k % 4 === 0 ? 0 : 1)) : null;
        const who = { respondents: people.length, mask, weight };
        const counted = countSets(setsOf(people, options), groups, who);
        const expected = (power: number) => {
          const together = new Float64Array(6 * options * options);
          people.forEach((mentions, k) => {
            if (masked && k % 4 === 0) return;
            const group = (k % 3) * 2 + ((k >> 1) % 2);
            for (const a of mentions ?? [])
              for (const b of mentions ?? []) together[(group * options + a) * options + b]! += (1 + (k % 5)) ** power;
          });
          return together;
        };
        expect(counted.respondents).toEqual(expected(0));
        expect(counted.weights).toEqual(weighted ? { sums: expected(1), squares: expected(2) } : null);
      }),
    );
  });

  it('is for questions that are not too long, over groups that are not too many', () => {
    expect(countsInBlocks(20, 8)).toBe(true);
    expect(countsInBlocks(200, 8)).toBe(false);
    expect(countsInBlocks(40, 5000)).toBe(false);
  });
});
