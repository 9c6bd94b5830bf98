import { describe, expect, it } from 'vitest';
import type { Code } from '../codebook/types.js';
import { codeDifferences, fillPattern, patternOf, withSource } from './apply.js';
import { keyOf } from './same.js';
import { sayRecipe, verbOf } from './say.js';
import { sourcesOf } from './sources.js';
import type { Recipe } from './recipe-shape.js';

const code = (text: string, label: string, missing: Code['missing'] = null): Code => ({ code: text, label, missing });

describe('a recipe for many variables', () => {
  it('tells where their codes differ', () => {
    const codes = [code('1', 'Agree'), code('2', 'Disagree'), code('9', 'Refused', 'refused')];
    expect(codeDifferences(codes, codes)).toEqual([]);
    expect(
      codeDifferences(codes, [
        code('1', 'Disagree'),
        code('2', 'disagree '),
        code('9', 'Refused'),
        code('3', 'Both'),
      ]).map(({ says }) => says),
    ).toEqual(['“Agree” is “Disagree” there', '“Refused”, refused is “Refused” there', '“Both” is there only']);
  });

  it('takes names and labels from a pattern', () => {
    const words = { label: 'Trust in council', name: 'q7', n: 3, category: 'High' };
    expect(fillPattern('{label}, {category} ({name}_{n}) {x}', words)).toBe('Trust in council, High (q7_3) {x}');
    expect(patternOf('Satisfaction in three', 'satisfaction', 'label')).toBe('{label} in three');
    expect(patternOf('Happy', 'Satisfaction', 'label')).toBe('{label}: Happy');
    expect(patternOf('q1_3', 'q1', 'name')).toBe('{name}_3');
  });
});

const group = (label: string, ...from: string[]) => ({ code: label, label, from });
const all: Recipe[] = [
  {
    kind: 'regroup',
    source: 1,
    level: 'ordered',
    groups: [group('Low', '1', '2'), group('High', '3')],
    setAside: ['4'],
  },
  {
    kind: 'band',
    source: 1,
    ends: 'both',
    taken: [],
    bands: [
      { is: 'range', code: '1', label: 'To 9', from: null, to: 9 },
      { is: 'values', code: '2', label: 'Ten', values: [10] },
    ],
  },
  {
    kind: 'score',
    of: 'mean',
    items: [
      { source: 1, reversed: false, weight: 1, as: 'a' },
      { source: 2, reversed: true, weight: 1, as: 'b' },
    ],
    atLeast: 1,
    scale: { from: 1, to: 5 },
    codes: [],
    expression: '',
  },
  {
    kind: 'score',
    of: 'expression',
    items: [{ source: 1, reversed: false, weight: 1, as: 'a' }],
    atLeast: 0,
    scale: null,
    codes: [],
    expression: 'a * 2',
  },
  {
    kind: 'combine',
    sources: [1, 2],
    how: 'first-only',
    atLeast: 1,
    options: [{ code: '1', label: 'Beans' }],
    none: [],
    base: 'any',
  },
  { kind: 'interlock', sources: [1, 2], between: ' · ', empty: false },
  { kind: 'flags', source: 1, codes: ['1'], yes: 'Yes', no: 'No' },
  { kind: 'convert', to: 'number', source: 1, decimal: '.', exceptions: [] },
  { kind: 'convert', to: 'categories', source: 1, alike: true, order: 'value', least: 5, exceptions: [] },
  { kind: 'slots', sources: [1, 2], options: [{ code: '1', label: 'Beans' }], none: null },
  {
    kind: 'gather',
    items: [
      { source: 1, label: 'Beans', ticked: '1' },
      { source: 2, label: 'Peas', ticked: '1' },
    ],
    none: { source: 3, label: 'None', ticked: '1' },
  },
];

describe('every recipe', () => {
  const names = {
    titleOf: (id: number) => `V${id}`,
    codesOf: () => [code('1', 'One'), code('2', 'Two'), code('3', 'Three'), code('4', 'Four')],
  };

  it('reads aloud in one line', () => {
    expect(all.map((recipe) => `${verbOf(recipe)}: ${sayRecipe(recipe, names)}`)).toEqual([
      'regroups: 1 and 2 to Low; 3 to High; 4 set aside; blank stays without an answer.',
      'bands: up to 9 to To 9; 10 to Ten; missing codes stay without an answer.',
      'scores: Mean of V1 and V2, V2 reversed, of whom at least 1 must be answered.',
      'computes from: a * 2.',
      'combines: What is mentioned in V1 but not in V2, among who answered any of them; none of these is ' +
        'worked out from the result.',
      'interlocks: V2 within V1; empty combinations are dropped.',
      'flags: Yes for One, No for every other answer.',
      'reads as a number: Read as a number.',
      'makes categories of: A category for each value, capitals and spaces aside, those of under 5 ' +
        'respondents to Other.',
      'gathers: 2 slots: Beans.',
      'gathers: 2 columns: Beans and Peas.',
    ]);
  });

  it('can stand on another variable, and is not the same then', () => {
    for (const recipe of all) {
      const last = sourcesOf(recipe).length - 1;
      const other = withSource(recipe, last, 77);
      expect(sourcesOf(other)).toEqual([...sourcesOf(recipe).slice(0, last), 77]);
      expect(keyOf(other)).not.toBe(keyOf(recipe));
      expect(keyOf(withSource(other, last, sourcesOf(recipe)[last]!))).toBe(keyOf(recipe));
    }
    expect(new Set(all.map(keyOf)).size).toBe(all.length);
  });

  it('is the same as one of other labels', () => {
    const [regroup] = all as [Extract<Recipe, { kind: 'regroup' }>];
    expect(keyOf({ ...regroup, groups: [group('Few', '2', '1'), group('Many', '3')] })).toBe(keyOf(regroup));
    expect(keyOf({ ...regroup, groups: [group('Few', '1'), group('Many', '2', '3')] })).not.toBe(keyOf(regroup));
  });
});
