import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatText } from './format-text.js';
import { parseStudy } from './parse-study.js';
import { printStudy } from './print-study.js';
import { randomStudy } from './random-study.fixtures.js';
import type { WrittenStudy } from './written.js';

/** Without the places at which things stand. */
const plain = (study: WrittenStudy): unknown =>
  JSON.parse(JSON.stringify(study, (key, value: unknown) => (key === 'place' ? undefined : value)));

describe('a study as its text', () => {
  it('is the study again when it is read', () => {
    fc.assert(
      fc.property(randomStudy, (study) => {
        const text = printStudy(study);
        const parsed = parseStudy(text);
        expect(parsed.problems).toEqual([]);
        expect(plain(parsed.study)).toEqual(plain(study));
      }),
      { numRuns: 500 },
    );
  });

  it('is in normal form: read and printed again it is the same, and formatting leaves it', () => {
    fc.assert(
      fc.property(randomStudy, (study) => {
        const text = printStudy(study);
        const parsed = parseStudy(text);
        expect(printStudy(parsed.study)).toBe(text);
        expect(formatText(parsed)).toBe(text);
      }),
      { numRuns: 200 },
    );
  });
});
