import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Level, Variable } from '../codebook/types.js';
import { checkConditions } from './check-conditions.js';
import { parseSentence } from './parse-sentence.js';
import { saySentence } from './say-sentence.js';
import type { Clause, Condition, RowItem, Sentence } from './sentence.js';

const variable = (id: number, name: string, label: string, level: Level, labels: string[] = []): Variable => ({
  id,
  name,
  label,
  question: '',
  level,
  codes: labels.map((text, k) => ({ code: String(k + 1), label: text, missing: null })),
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
/** Clauses as they are read: no "and" in an "and", no "or" in an "or", two parts or more. */
const or = fc.array(condition, { minLength: 2, maxLength: 3 }).map((parts) => ({ or: parts }));
const and = fc.array(fc.oneof(condition, or), { minLength: 2, maxLength: 3 }).map((parts) => ({ and: parts }));
const not = fc.oneof(condition, or, and).map((part) => ({ not: part }));
const clause = fc.oneof(
  condition,
  not,
  or,
  fc.array(fc.oneof(condition, and, not), { minLength: 2, maxLength: 3 }).map((parts) => ({ or: parts })),
) as fc.Arbitrary<Clause>;

const item = fc.oneof(
  fc.constantFrom(1, 2, 4).map((id): RowItem => ({ variable: id })),
  fc.constantFrom<RowItem>(
    { variable: 5 },
    { variable: 5, mention: 'first' },
    { variable: 5, counted: [] },
    { variable: 5, mention: 'rank', counted: ['none', 'nothing', 'not-asked'] },
    { variable: 5, counted: ['none', 'nothing', 'no-answer', 'not-asked', 'blank'] },
  ),
);
const nest = fc.array(fc.constantFrom(1, 2, 4), { minLength: 1, maxLength: 3 });
const across: fc.Arbitrary<Pick<Sentence, 'by' | 'battery' | 'summary'>> = fc.oneof(
  fc.record({ by: fc.array(nest, { maxLength: 3 }) }),
  fc.constant({ by: [], battery: true as const }),
  fc.record({ by: fc.array(nest, { maxLength: 1 }), summary: fc.constant(true as const) }),
);
const parts: fc.Arbitrary<Omit<Sentence, 'by' | 'battery' | 'summary'>> = fc.record({
  rows: fc.array(item, { minLength: 1, maxLength: 3 }),
  within: fc.constantFrom(null, 2, 4),
  only: fc.array(clause, { maxLength: 3 }),
  weight: fc.constantFrom(null, 6),
});
const sentence = fc.tuple(parts, across).map(([part, by]): Sentence => ({ ...part, ...by }));

describe('a sentence', () => {
  it('is the parse of its print', () => {
    fc.assert(
      fc.property(sentence, (wanted) => {
        const text = saySentence(wanted, VARIABLES);
        expect(parseSentence(text, VARIABLES), text).toEqual(wanted);
      }),
      { numRuns: 500 },
    );
  });
  it('takes names for labels, in whatever capitals', () => {
    expect(parseSentence('SAT by site, only where age 60 and over', VARIABLES)).toMatchObject({
      rows: [{ variable: 1 }],
      by: [[2]],
      only: [{ variable: 3, is: 'between', from: 60, to: null }],
    });
  });
  it('takes a variable that is called as a summary begins for itself', () => {
    const called = [...VARIABLES, variable(8, 'sum', 'Summary of the season', 'ordered', ['Good'])];
    expect(parseSentence('Summary of the season by Site', called)).toEqual({
      ...parseSentence('sum by Site', called),
    });
    expect(parseSentence('summary of Age, each value, by Site', called)).toMatchObject({
      summary: true,
      rows: [{ variable: 3, as: 'values' }],
    });
  });
  it('takes a number that is to be listed', () => {
    const listed = { rows: [{ variable: 3, as: 'values' }], by: [[2]] };
    expect(parseSentence('Age, each value, by Site', VARIABLES)).toMatchObject(listed);
    expect(parseSentence('Site and Age (each value)', VARIABLES).rows).toEqual([
      { variable: 2 },
      { variable: 3, as: 'values' },
    ]);
  });
  it('takes a list with commas, nests, and what is wanted of an item', () => {
    expect(
      parseSentence('Site, Age band and Crops grown (first mention) by Site and Age band split by Site', VARIABLES),
    ).toEqual({
      rows: [{ variable: 2 }, { variable: 4 }, { variable: 5, mention: 'first' }],
      by: [[2], [4, 2]],
      within: null,
      only: [],
      weight: null,
    });
  });
  it('binds "and" closer than "or", and brackets closest', () => {
    const only = (text: string) => parseSentence(`Site, only where ${text}`, VARIABLES).only;
    const [age, north] = [
      { variable: 3, is: 'between', from: 60, to: null },
      { variable: 2, is: 'any-of', codes: ['1'] },
    ];
    expect(only('Age 60 and over or Site is North and Age 60 and over')).toEqual([
      { or: [age, { and: [north, age] }] },
    ]);
    expect(only('(Age 60 and over or Site is North) and not (Site is North)')).toEqual([
      { or: [age, north] },
      { not: north },
    ]);
  });
  it.each([
    ['Satisfactoin by Site', 'no variable “Satisfactoin'],
    ['Site by Sote', 'Did you mean'],
    ['Site, only where Age band is 40', 'has no category “40”'],
    ['Site, only where Age', 'What Age is to be is not said'],
    ['', 'names no variable'],
    ['Site by Age band, by Site', 'stands twice'],
    ['Site, only where (Age 60 and over', 'not closed'],
    ['Site by Age band quickly', '“quickly” has no meaning here'],
    ['Crops grown, counting those who slept too', 'Who is counted too is not said'],
  ])('refuses %j by name', (text, words) => {
    expect(() => parseSentence(text, VARIABLES)).toThrow(
      expect.objectContaining({ message: expect.any(String) as string }),
    );
    try {
      parseSentence(text, VARIABLES);
    } catch (error) {
      const { message, mend } = error as { message: string; mend: string };
      expect(`${message} ${mend}`).toContain(words);
    }
  });
});

describe('conditions', () => {
  const check = (wanted: Condition) => () => checkConditions([wanted], VARIABLES, () => ['9']);
  it('are refused by name where they can mean nothing', () => {
    expect(check({ variable: 2, is: 'any-of', codes: ['7'] })).toThrow('Site has no code 7.');
    expect(check({ variable: 2, is: 'none-of', codes: [] })).toThrow('names no category');
    expect(check({ variable: 3, is: 'between', from: 64, to: 18 })).toThrow('from 64 to 18, which is nothing');
    expect(check({ variable: 2, is: 'any-of', codes: ['9', '1.0'] })).not.toThrow();
    expect(check({ variable: 5, is: 'at-least', least: 1, codes: [] })).not.toThrow();
  });
});
