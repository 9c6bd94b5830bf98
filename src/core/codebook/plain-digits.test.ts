import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { noFacts, takePlainNumber, takeValue } from './facts.js';
import { parseNumber } from './number.js';
import { plainDigits } from './plain-digits.js';

const digits = plainDigits();
const read = (text: string) => {
  const bytes = new TextEncoder().encode(`x${text}y`);
  return digits.read(bytes, 1, bytes.length - 1);
};

/** Numbers in digits, and what looks nearly like them. */
const written = fc.oneof(
  fc.integer().map(String),
  fc.tuple(fc.integer({ min: -5000, max: 5000 }), fc.integer({ min: 0, max: 4 })).map(([n, k]) => (n / 10).toFixed(k)),
  fc.tuple(fc.integer({ min: -999, max: 99_999 }), fc.integer({ min: 0, max: 999 })).map((pair) => pair.join('.')),
  fc.string({ unit: fc.constantFrom('0', '1', '7', '9', '.', '-', '+', 'e', ' ', ','), maxLength: 19 }),
);

describe('numbers read out of bytes', () => {
  it('are those that their text spells, to the last digit, or are left to it', () => {
    fc.assert(
      fc.property(written, (text) => {
        const number = read(text);
        if (!Number.isNaN(number)) expect(number).toBe(parseNumber(text));
      }),
      { numRuns: 3000 },
    );
    const plain = ['0', '7', '-12', '0.5', '1234.567', ' 98 ', '123456789012.345', '-0.001'];
    expect(plain.map(read)).toEqual(plain.map(Number));
    expect(['', '-', '.', '5.', '.5', '007', '-0', '+1', '1e3', '1,5', '1234567890123456', '٣'].map(read)).toEqual(
      Array<number>(12).fill(NaN),
    );
  });

  it('are the same facts as those of their text', () => {
    fc.assert(
      fc.property(fc.array(written, { maxLength: 40 }), fc.boolean(), (texts, isRepeated) => {
        const [ours, theirs] = [noFacts(), noFacts()];
        for (const text of isRepeated ? [...texts, ...texts] : texts) {
          const number = read(text);
          if (text.trim() === '') continue;
          takeValue(theirs, text.trim(), 1);
          if (Number.isNaN(number)) takeValue(ours, text.trim(), 1);
          else takePlainNumber(ours, number, digits, () => text.trim());
        }
        expect(ours).toEqual(theirs);
      }),
      { numRuns: 500 },
    );
  });
});
