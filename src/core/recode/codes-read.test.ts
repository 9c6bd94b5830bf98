import { expect, it } from 'vitest';
import { codesRead } from './codes-read.js';
import type { Recipe } from './recipe-shape.js';

const code = (name: string, missing: 'refused' | null = null) => ({ code: name, label: name, missing });
const variable = { codes: [code('1'), code('8'), code('9', 'refused')], offScale: ['8', '9'] };
const score = (of: string) => ({ kind: 'score', of }) as Recipe;
const missing = (recipe: Recipe) => codesRead(recipe, variable).map((own) => own.missing);

it('is no answer in a score what has no place on the scale, and stays what it is as no answer', () => {
  expect(missing(score('mean'))).toEqual([null, 'other', 'refused']);
  expect(missing(score('expression'))).toEqual([null, 'other', 'refused']);
});

it('is an answer where codes are counted, and in all other recipes', () => {
  expect(codesRead(score('count'), variable)).toBe(variable.codes);
  expect(codesRead({ kind: 'regroup' } as Recipe, variable)).toBe(variable.codes);
  expect(codesRead(score('mean'), { codes: variable.codes })).toBe(variable.codes);
});
