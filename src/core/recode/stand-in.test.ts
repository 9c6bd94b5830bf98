import { describe, expect, it } from 'vitest';
import { sentenceOf } from '../table/sentence.js';
import { bandsAt } from './band/edges.js';
import { type Placed, recipeFollows, sentenceFollows, sentenceWith } from './stand-in.js';
import type { Recipe } from './recipe-shape.js';

const code = (at: string, label: string, missing: 'refused' | null = null) => ({ code: at, label, missing });
const before: Placed = {
  level: 'ordered',
  codes: [code('1', 'Good'), code('2', 'Bad'), code('9', 'Refused', 'refused')],
};
const cleaned: Placed = { level: 'unordered', codes: [code('1', 'Good'), code('2', 'Bad')] };
const reversed: Placed = { level: 'ordered', codes: [code('1', 'Bad'), code('2', 'Good')] };
const number: Placed = { level: 'number', codes: [code('999', 'Refused', 'refused')] };
const text: Placed = { level: 'text', codes: [] };

const flags: Recipe = { kind: 'flags', source: 7, codes: ['1'], yes: 'Yes', no: 'No' };
const regroup: Recipe = {
  kind: 'regroup',
  source: 7,
  level: 'ordered',
  groups: [{ code: '1', label: 'All', from: ['1', '2'] }],
  setAside: [],
};
const interlock: Recipe = { kind: 'interlock', sources: [7, 8], between: ' · ', empty: false };
const score: Recipe = {
  kind: 'score',
  of: 'mean',
  items: [
    { source: 7, reversed: false, weight: 1, as: 'x' },
    { source: 8, reversed: false, weight: 1, as: 'y' },
  ],
  atLeast: 1,
  scale: null,
  codes: [],
  expression: '',
};
const gather: Recipe = {
  kind: 'gather',
  items: [
    { source: 7, label: 'A', ticked: '1' },
    { source: 8, label: 'B', ticked: '2' },
  ],
  none: null,
};
const band: Recipe = { kind: 'band', source: 7, ends: 'lower', bands: bandsAt([40], 'lower', true), taken: [] };

describe('a recipe on another variable in the place of its source', () => {
  it('follows where the codes that it names mean the same', () => {
    for (const recipe of [flags, regroup, interlock, score, gather])
      expect(recipeFollows(recipe, 7, before, cleaned), recipe.kind).toBe(true);
  });

  it('stays where a code means something else there', () => {
    for (const recipe of [flags, regroup, score, gather])
      expect(recipeFollows(recipe, 7, before, reversed), recipe.kind).toBe(false);
    // It names no codes, so it is about whatever categories there are.
    expect(recipeFollows(interlock, 7, before, reversed)).toBe(true);
  });

  it('stays where the level is another', () => {
    for (const recipe of [flags, interlock, score])
      expect(recipeFollows(recipe, 7, before, number), recipe.kind).toBe(false);
    expect(recipeFollows(band, 7, number, before)).toBe(false);
    expect(recipeFollows(band, 7, number, number)).toBe(true);
    expect(recipeFollows(score, 7, number, { ...number, codes: [] })).toBe(true);
  });

  it('looks only at the codes of its own column', () => {
    // The other column's tick is 2, which means something else here: it does not matter.
    expect(recipeFollows(gather, 8, before, reversed)).toBe(false);
    expect(recipeFollows({ ...gather, items: gather.items.slice(0, 1) }, 8, before, reversed)).toBe(true);
  });
});

describe('a table of another variable in the place of one', () => {
  it('follows with its rows and groups, and stays with a condition whose codes mean something else', () => {
    expect(sentenceFollows(sentenceOf(7, { by: [[8]] }), 7, before, reversed)).toBe(true);
    expect(sentenceFollows(sentenceOf(8), 7, before, reversed)).toBe(false);
    const only = (...codes: string[]) => sentenceOf(8, { only: [{ variable: 7, is: 'any-of', codes }] });
    expect(sentenceFollows(only('1'), 7, before, reversed)).toBe(false);
    expect(sentenceFollows(only('1'), 7, before, cleaned)).toBe(true);
    expect(
      sentenceFollows(sentenceOf(8, { only: [{ variable: 7, is: 'between', from: 1, to: 2 }] }), 7, before, cleaned),
    ).toBe(false);
  });

  it('needs a number to weight by, few groups to be within, and no text', () => {
    expect(sentenceFollows(sentenceOf(8, { weight: 7 }), 7, number, before)).toBe(false);
    expect(sentenceFollows(sentenceOf(8, { weight: 7 }), 7, number, number)).toBe(true);
    expect(sentenceFollows(sentenceOf(8, { by: [[9]], within: 7 }), 7, before, number)).toBe(false);
    expect(sentenceFollows(sentenceOf(7), 7, before, text)).toBe(false);
  });

  it('says the same of the other, and of it alone', () => {
    const asked = sentenceOf(7, {
      by: [[8]],
      only: [
        { variable: 7, is: 'any-of', codes: ['1'] },
        { variable: 9, is: 'any-of', codes: ['1'] },
      ],
    });
    const there = sentenceWith(asked, 7, 70);
    expect(there).toMatchObject({ rows: [{ variable: 70 }], by: [[8]], only: [{ variable: 70 }, { variable: 9 }] });
    expect(sentenceWith(there, 70, 7)).toEqual(asked);
  });
});
