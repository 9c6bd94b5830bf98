import { describe, expect, it } from 'vitest';
import type { Code, Variable } from '../codebook/types.js';
import { sayCounted, sayOutside, sayRule, saySentence, sentenceParts } from './say-sentence.js';
import { type Clause, type Sentence, sentenceOf } from './sentence.js';

const code = (name: string, label: string): Code => ({ code: name, label, missing: null });
const variable = (id: number, name: string, label: string, more: Partial<Variable> = {}) =>
  ({ id, name, label, level: 'unordered', codes: [], ...more }) as unknown as Variable;

const SITE = variable(1, 'site', 'Site', { codes: [code('1', 'Mill Row'), code('2', 'Weir End')] });
const AGE = variable(2, 'age', 'Age', { level: 'number' });
const CROPS = variable(3, 'crops', 'Crops', { level: 'multiple', codes: [code('1', 'Beans'), code('2', 'Kale')] });
const WEIGHT = variable(4, 'w', '');
const ALL = [SITE, AGE, CROPS, WEIGHT];

const site = (...codes: string[]): Clause => ({ variable: 1, is: 'any-of', codes });
const age = (from: number | null, to: number | null = null): Clause => ({ variable: 2, is: 'between', from, to });
const say = (rows: number, more: Partial<Sentence> = {}) => saySentence(sentenceOf(rows, more), ALL);

describe('a condition in words', () => {
  it.each([
    [age(18, 64), AGE, '18 to 64'],
    [age(60), AGE, '60 and over'],
    [age(null, 17), AGE, 'up to 17'],
    [age(null), AGE, 'any number'],
    [site('1', '2'), SITE, 'is Mill Row or Weir End'],
    [{ variable: 1, is: 'none-of', codes: ['1', '7'] }, SITE, 'is not Mill Row or 7'],
    [{ variable: 3, is: 'any-of', codes: ['1'] }, CROPS, 'mentions Beans'],
    [{ variable: 3, is: 'none-of', codes: ['1', '2'] }, CROPS, 'does not mention Beans or Kale'],
    [{ variable: 3, is: 'at-least', least: 2, codes: [] }, CROPS, 'mentions at least 2'],
    [{ variable: 3, is: 'at-least', least: 1, codes: ['1', '2'] }, CROPS, 'mentions at least 1 of Beans and Kale'],
  ] as const)('%j', (condition, of, words) => {
    expect(sayRule(condition as never, of)).toBe(words);
  });

  it.each([
    [age(60), { of: 'Age', reason: 'not 60 and over' }],
    [site('1'), { of: 'Site', reason: 'other than Mill Row' }],
    [
      { variable: 1, is: 'none-of', codes: ['1'] },
      { of: 'Site', reason: 'Mill Row' },
    ],
    [
      { variable: 3, is: 'any-of', codes: ['1'] },
      { of: 'Crops', reason: 'does not mention Beans' },
    ],
    [
      { variable: 3, is: 'at-least', least: 2, codes: [] },
      { of: 'Crops', reason: 'mentions fewer than 2' },
    ],
    [{ or: [site('1'), age(60)] }, { of: 'Site and Age', reason: 'not (Site is Mill Row or Age 60 and over)' }],
    [{ not: site('1') }, { of: 'Site', reason: 'not (not (Site is Mill Row))' }],
  ] as [Clause, object][])('says who is outside: %j', (clause, outside) => {
    expect(sayOutside(clause, ALL)).toEqual(outside);
  });

  it('names a variable that is gone', () => {
    expect(sayOutside({ variable: 9, is: 'any-of', codes: ['1'] }, ALL)).toEqual({
      of: 'a variable that is gone',
      reason: 'other than 1',
    });
  });
});

describe('who counts in the base of a question', () => {
  it.each([
    [undefined, ''],
    [['nothing', 'none'], ''],
    [[], 'of those who mentioned something'],
    [['none', 'nothing', 'no-answer', 'not-asked', 'not-coded', 'blank'], 'of all respondents'],
    [['blank', 'none'], 'counting those who chose none of these or left it blank too'],
  ] as const)('%j', (counted, words) => {
    expect(sayCounted(counted)).toBe(words);
  });
});

describe('a sentence', () => {
  it.each([
    [say(1), 'Site'],
    [say(4), 'w'],
    [say(1, { by: [[2]] }), 'Site by Age'],
    [say(1, { by: [[2], [3, 1]] }), 'Site by Age and Crops split by Site'],
    [say(1, { by: [[2]], within: 3, weight: 4 }), 'Site by Age, within Crops, weighted by w'],
    [say(1, { only: [age(60)] }), 'Site, only where Age 60 and over'],
    [
      say(1, { only: [age(60), { or: [site('1'), site('2')] }] }),
      'Site, only where Age 60 and over and (Site is Mill Row or Site is Weir End)',
    ],
    [say(1, { only: [{ or: [site('1'), age(60)] }] }), 'Site, only where Site is Mill Row or Age 60 and over'],
    [say(3, { rows: [{ variable: 3, mention: 'first' }], by: [[1]] }), 'Crops, first mention, by Site'],
    [say(2, { rows: [{ variable: 2, as: 'values' }], by: [[1]] }), 'Age, each value, by Site'],
    [say(3, { rows: [{ variable: 3, counted: [] }] }), 'Crops, of those who mentioned something'],
    [
      say(3, { rows: [{ variable: 3, mention: 'rank', counted: [] }, { variable: 1 }] }),
      'Crops (average place of mention; of those who mentioned something) and Site',
    ],
    [say(1, { rows: [{ variable: 1 }, { variable: 2 }, { variable: 3 }] }), 'Site, Age and Crops'],
  ])('reads aloud: %s', (said, words) => {
    expect(said).toBe(words);
  });

  it('tells its nouns from the words between', () => {
    expect(sentenceParts(sentenceOf(1, { by: [[2]] }), ALL)).toEqual([
      { text: 'Site', variable: 1 },
      { text: ' by ', variable: null },
      { text: 'Age', variable: 2 },
    ]);
  });
});
