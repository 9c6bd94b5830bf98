import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Level, Variable } from '../codebook/types.js';
import { checkConditions } from './check-conditions.js';
import { parseSentence } from './parse-sentence.js';
import { type Condition, saySentence, type Sentence } from './sentence.js';

const variable = (id: number, name: string, label: string, level: Level, labels: string[] = []): Variable => ({
  id,
  name,
  label,
  question: '',
  level,
  codes: labels.map((one, k) => ({ code: String(k + 1), label: one, missing: null })),
});
const VARIABLES = [
  variable(1, 'sat', 'Satisfaction by 2026, all in all', 'ordered', ['Very, or fairly', 'Neither', 'Not']),
  variable(2, 'site', 'Site', 'unordered', ['North', 'North and South', 'Ann’s or Bob’s']),
  variable(3, 'age', 'Age', 'number'),
  variable(4, 'age_band', 'Age band', 'ordered', ['18 to 34', '35 and over']),
  variable(5, 'crops', 'Crops grown', 'multiple', ['Beans', 'Leeks']),
  variable(6, 'w', 'Survey weight', 'number'),
];

const condition = fc.oneof(
  fc.record({
    variable: fc.constant(2),
    is: fc.constantFrom('any-of' as const, 'none-of' as const),
    codes: fc.subarray(['1', '2', '3'], { minLength: 1 }),
  }),
  fc.record({
    variable: fc.constant(5),
    is: fc.constantFrom('any-of' as const, 'none-of' as const),
    codes: fc.subarray(['1', '2'], { minLength: 1 }),
  }),
  fc.record({
    variable: fc.constant(5),
    is: fc.constant('at-least' as const),
    least: fc.integer({ min: 1, max: 2 }),
    codes: fc.subarray(['1', '2']),
  }),
  fc.record({
    variable: fc.constant(3),
    is: fc.constant('between' as const),
    from: fc.constantFrom(null, 18, -1.5),
    to: fc.constant(64),
  }),
  fc.constant<Condition>({ variable: 3, is: 'between', from: 60, to: null }),
  fc.record({
    variable: fc.constant(4),
    is: fc.constant('any-of' as const),
    codes: fc.subarray(['1', '2'], { minLength: 1 }),
  }),
) as fc.Arbitrary<Condition>;
const sentence = fc.record({
  rows: fc.constantFrom(1, 2, 4, 5),
  by: fc.constantFrom(null, 1, 2, 4),
  within: fc.constantFrom(null, 2, 4),
  only: fc.array(condition, { maxLength: 3 }),
  weight: fc.constantFrom(null, 6),
}) as fc.Arbitrary<Sentence>;

describe('a sentence', () => {
  it('is the parse of its print', () => {
    fc.assert(
      fc.property(sentence, (one) => {
        const text = saySentence(one, VARIABLES);
        expect(parseSentence(text, VARIABLES), text).toEqual(one);
      }),
      { numRuns: 500 },
    );
  });
  it('takes names for labels, in whatever capitals', () => {
    expect(parseSentence('SAT by site, only where age 60 and over', VARIABLES)).toMatchObject({
      rows: 1,
      by: 2,
      only: [{ variable: 3, is: 'between', from: 60, to: null }],
    });
  });
  it.each([
    ['Satisfactoin by Site', 'no variable “Satisfactoin'],
    ['Site by Sote', 'Did you mean'],
    ['Site, only where Age band is 40', 'has no category “40”'],
    ['Site, only where Age', 'What Age is to be is not said'],
    ['', 'names no variable'],
    ['Site by Age band, by Site', 'stands twice'],
  ])('refuses %j by name', (text, said) => {
    expect(() => parseSentence(text, VARIABLES)).toThrow(
      expect.objectContaining({ message: expect.any(String) as string }),
    );
    try {
      parseSentence(text, VARIABLES);
    } catch (error) {
      const { message, mend } = error as { message: string; mend: string };
      expect(`${message} ${mend}`).toContain(said);
    }
  });
});

describe('conditions', () => {
  const check = (one: Condition) => () => checkConditions([one], VARIABLES, () => ['9']);
  it('are refused by name where they can mean nothing', () => {
    expect(check({ variable: 2, is: 'any-of', codes: ['7'] })).toThrow('Site has no code 7.');
    expect(check({ variable: 2, is: 'none-of', codes: [] })).toThrow('names no category');
    expect(check({ variable: 3, is: 'between', from: 64, to: 18 })).toThrow('from 64 to 18, which is nothing');
    expect(check({ variable: 2, is: 'any-of', codes: ['9', '1.0'] })).not.toThrow();
    expect(check({ variable: 5, is: 'at-least', least: 1, codes: [] })).not.toThrow();
  });
});
