import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import type { Code } from '../../../core/codebook/types.js';
import { recipeShape } from '../../../core/recode/recipe-shape.js';
import { variable } from '../../roster/variable.fixtures.js';
import { lackOf, startLabel, startRecipe, suits, viewKind, WORKING_KINDS, workingKindOf } from './registry.js';

const code = (name: string, label: string, missing: Code['missing'] = null): Code => ({ code: name, label, missing });
const YES_NO = [code('1', 'Yes'), code('2', 'No'), code('9', 'Refused', 'refused')];

const site = variable({ id: 1, name: 'site', label: 'Site', level: 'unordered', codes: YES_NO });
const mood = variable({ id: 2, name: 'mood', label: 'Mood', level: 'ordered', codes: YES_NO });
const age = variable({ id: 3, name: 'age', label: 'Age', level: 'number', countable: false });
const remark = variable({ id: 4, name: 'remark', label: 'Remark', level: 'text', countable: false });
const crops = variable({ id: 5, name: 'crops', label: 'Crops', level: 'multiple', codes: YES_NO });
const worded = variable({
  id: 6,
  name: 'worded',
  level: 'number',
  codes: [code('n/a', 'n/a', 'other')],
  countable: false,
});

describe('kinds of working', () => {
  it.each(WORKING_KINDS)('%s says what it is for, and what it lacks before anything is chosen', (kind) => {
    const { title, says, noun, sources } = viewKind(kind);
    expect([title, says, noun, sources].every((words) => words !== '')).toBe(true);
    const empty = startRecipe(kind, [], []);
    expect(workingKindOf(empty)).toBe(kind);
    expect(lackOf(empty)).toMatch(/^(Choose|Make|Write|Click).*\.$/);
    expect(startLabel(kind, [])).toBe('');
  });

  it.each([
    ['regroup', [site, mood, crops]],
    ['band', [age, worded]],
    ['score', [site, mood, age, worded]],
    ['combine', [site, mood, crops]],
    ['interlock', [site, mood, crops]],
    ['flags', [site, mood, crops]],
    ['number', [remark, worded]],
    ['categories', [age, remark, worded]],
    ['gather', [site, mood, crops]],
    ['slots', [site, mood, crops]],
  ] as const)('%s suits what it can be made of', (kind, wanted) => {
    const all = [site, mood, age, remark, crops, worded];
    expect(all.filter((candidate) => suits(kind, candidate)).map(({ name }) => name)).toEqual(
      wanted.map(({ name }) => name),
    );
  });

  it.each([
    ['regroup', [mood], 'Mood, regrouped'],
    ['band', [age], 'Age, banded'],
    ['flags', [site], 'Site'],
    ['number', [remark], 'Remark, as a number'],
    ['categories', [remark], 'Remark, as categories'],
    ['interlock', [site, mood], 'Mood within Site'],
    ['score', [site, mood], ''],
    ['combine', [site, mood], ''],
  ] as const)('%s begins with a label and a recipe that the server takes', (kind, sources, label) => {
    expect(startLabel(kind, sources)).toBe(label);
    const recipe = startRecipe(kind, sources, sources[0].codes);
    expect(recipeShape(z.int()).safeParse(recipe).success).toBe(true);
  });
});

describe('where an editor begins', () => {
  it('has a group for each answer of a regroup, and keeps the level', () => {
    expect(startRecipe('regroup', [mood], mood.codes)).toMatchObject({
      source: 2,
      level: 'ordered',
      groups: [{ from: ['1'] }, { from: ['2'] }],
    });
    expect(startRecipe('regroup', [site], site.codes)).toMatchObject({ level: 'unordered' });
  });

  it('knows ticks, their label without what all share, and none of these', () => {
    const column = (id: number, label: string) => variable({ id, name: `c_${id}`, label, codes: YES_NO });
    const columns = [
      column(11, 'You grow: beans'),
      column(12, 'You grow: kale'),
      column(13, 'You grow: none of these'),
    ];
    expect(startLabel('gather', columns)).toBe('You grow');
    expect(startRecipe('gather', columns, [])).toMatchObject({
      items: [
        { source: 11, label: 'beans', ticked: '1' },
        { source: 12, label: 'kale', ticked: '1' },
      ],
      none: { source: 13, ticked: '1' },
    });
  });

  it('shares the options of slots and of combined questions, the first label of each', () => {
    const other = variable({ id: 7, name: 'second', codes: [code('1', 'Ja'), code('3', 'Perhaps')] });
    expect(startRecipe('slots', [site, other], [])).toMatchObject({
      sources: [1, 7],
      options: [
        { code: '1', label: 'Yes' },
        { code: '2', label: 'No' },
        { code: '3', label: 'Perhaps' },
      ],
      none: null,
    });
    const none = variable({ id: 8, name: 'none', codes: [code('8', 'None of these')] });
    expect(startRecipe('combine', [site, none], [])).toMatchObject({
      none: ['8'],
      options: [{ code: '1' }, { code: '2' }],
    });
  });

  it('reads a decimal comma where there is one, and scores on the scale of its items', () => {
    expect(startRecipe('number', [remark], [], true)).toMatchObject({ decimal: ',' });
    expect(startRecipe('number', [remark], [])).toMatchObject({ decimal: '.' });
    expect(startRecipe('score', [site, mood], [])).toMatchObject({ of: 'mean', atLeast: 2, scale: { from: 1, to: 2 } });
  });
});

describe('what a recipe lacks', () => {
  it.each([
    ['an expression that does not parse', '(a +', 'Mend the expression.'],
    ['a name that no item has', 'a + b', 'Mend the name in the expression that is none of a variable.'],
    ['nothing written', ' ', 'Write an expression.'],
    ['nothing', 'a + 1', null],
  ])('%s', (_, expression, lack) => {
    const score = startRecipe('score', [variable({ id: 1, name: 'a', level: 'number' })], []);
    expect(lackOf({ ...score, of: 'expression', expression } as typeof score)).toBe(lack);
  });

  it('is nothing once it is complete', () => {
    expect(lackOf(startRecipe('regroup', [mood], mood.codes))).toBeNull();
    expect(lackOf(startRecipe('flags', [site], site.codes))).toBeNull();
    expect(lackOf(startRecipe('interlock', [site, mood], []))).toBeNull();
  });
});
