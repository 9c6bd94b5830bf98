import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { eachOption, hasOption, maskOf, mentionsBy, optionsOf, setOption, wordsFor } from './option-bits.js';

/** Options of some respondents, up to 70 of them, so that they lie in several words. */
const sets = fc.array(fc.uniqueArray(fc.integer({ min: 0, max: 69 })), { minLength: 1, maxLength: 5 });

const bitsOf = (respondents: readonly (readonly number[])[]) => {
  const width = wordsFor(70);
  const bits = { words: new Uint32Array(respondents.length * width), width };
  respondents.forEach((options, k) => options.forEach((option) => setOption(bits, k, option)));
  return bits;
};
const visited = (...asked: Parameters<typeof optionsOf>) => {
  const [bits, k, among] = asked;
  const options: number[] = [];
  eachOption(bits, k, (option) => options.push(option), among);
  return options;
};

describe('options as bits', () => {
  it('are those that were given to each respondent, in order', () => {
    fc.assert(
      fc.property(sets, (respondents) => {
        const bits = bitsOf(respondents);
        respondents.forEach((options, k) => {
          const sorted = [...options].sort((a, b) => a - b);
          expect(visited(bits, k)).toEqual(sorted);
          expect(optionsOf(bits, k)).toBe(options.length);
          expect(Array.from({ length: 70 }, (_, j) => j).filter((j) => hasOption(bits, k, j))).toEqual(sorted);
        });
      }),
    );
  });

  it('are looked at among some of them', () => {
    fc.assert(
      fc.property(sets, fc.uniqueArray(fc.integer({ min: 0, max: 69 })), (respondents, among) => {
        const bits = bitsOf(respondents);
        const mask = maskOf(among, bits.width);
        respondents.forEach((options, k) => {
          const both = options.filter((option) => among.includes(option));
          expect(visited(bits, k, mask)).toEqual([...both].sort((a, b) => a - b));
          expect(optionsOf(bits, k, mask)).toBe(both.length);
        });
      }),
    );
  });

  it('are counted over all respondents', () => {
    fc.assert(
      fc.property(sets, (respondents) => {
        const mentions = mentionsBy(bitsOf(respondents), 70);
        expect(mentions).toEqual(
          Array.from({ length: 70 }, (_, option) => respondents.filter((options) => options.includes(option)).length),
        );
      }),
    );
  });

  it('take a word for every 32, and one at least', () => {
    expect([0, 1, 32, 33, 64, 65].map(wordsFor)).toEqual([1, 1, 1, 2, 2, 3]);
  });
});
