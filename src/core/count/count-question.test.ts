import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CodedColumn, SetsColumn } from './column.js';
import { countPlainly } from './count-plainly.js';
import { countQuestion, isCountedInBlocks } from './count-question.js';
import { maskOf, wordsFor } from './option-bits.js';
import { SET_STATE, SET_STATES } from './set-state.js';

const shape = fc.integer({ min: 1, max: 40 }).chain((options) =>
  fc.record({
    options: fc.constant(options),
    people: fc.array(
      fc.record({
        mentions: fc.uniqueArray(fc.nat(options - 1), { maxLength: 6 }),
        state: fc.nat(SET_STATES.length - 1),
        site: fc.nat(3),
        inside: fc.nat(1),
        // Quarters, of which sums are exact in any order.
        weight: fc.constantFrom(0.25, 1, 1.75),
      }),
      { maxLength: 50 },
    ),
    isGrouped: fc.boolean(),
    isWeighted: fc.boolean(),
    isMasked: fc.boolean(),
  }),
);

describe('a question in the kernel', () => {
  it('is counted as by looking at each respondent', () => {
    fc.assert(
      fc.property(shape, ({ options, people, isGrouped, isWeighted, isMasked }) => {
        const width = wordsFor(options);
        const question: SetsColumn = {
          kind: 'sets',
          words: Uint32Array.from(
            people.flatMap(({ mentions, state }) => [...maskOf(state === SET_STATE.mentioned ? mentions : [], width)]),
          ),
          width,
          state: Uint8Array.from(people, ({ state }) => state),
          options: Array.from({ length: options }, (_, j) => String(j)),
        };
        const site: CodedColumn = {
          kind: 'coded',
          values: Uint8Array.from(people, (person) => person.site),
          codes: ['a', 'b', 'c'],
        };
        const groups = isGrouped ? [site] : [];
        const who = {
          respondents: people.length,
          mask: isMasked ? Uint8Array.from(people, ({ inside }) => inside) : null,
          weight: isWeighted ? Float64Array.from(people, ({ weight }) => weight) : null,
        };
        expect(isCountedInBlocks(question, groups)).toBe(true);
        expect(countQuestion(question, groups, who)).toEqual(countPlainly([question, ...groups], who));
      }),
    );
  });
});
