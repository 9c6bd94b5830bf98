import { describe, expect, it } from 'vitest';
import { isAnswer } from '../../codebook/types.js';
import { BLANK, prove, SATISFACTION, three } from '../satisfaction.fixtures.js';
import { checkRegroup } from './check.js';
import { regroup } from './compute.js';
import { parseRegroup, printRegroup } from './parse.js';
import { proveRegroup } from './prove.js';
import { sayRegroup } from './say.js';
import type { Regroup } from './shape.js';

describe('regroup', () => {
  it('merges, and keeps missing codes missing with their reasons', () => {
    const result = regroup(three, SATISFACTION);
    expect(result.codes).toEqual([
      { code: '1', label: 'Satisfied', missing: null },
      { code: '2', label: 'Neither', missing: null },
      { code: '3', label: 'Dissatisfied', missing: null },
      { code: '8', label: "Don't know", missing: 'dont-know' },
      { code: '9', label: 'Refused', missing: 'refused' },
    ]);
    expect(result.map.get('4')).toBe('3');
    expect(result.map.get('9')).toBe('9');
  });

  it('does with unnamed answers, missing codes and blanks what is chosen', () => {
    const some: Regroup = { ...three, groups: three.groups.slice(0, 2) };
    expect(
      regroup({ ...some, unnamed: 'set-aside' }, SATISFACTION).codes.find(({ code }) => code === '4')?.missing,
    ).toBe('other');
    const own = { ...some, unnamed: 'own' as const };
    expect(
      regroup(own, SATISFACTION)
        .codes.filter(({ missing }) => missing === null)
        .map(({ label }) => label),
    ).toEqual(['Satisfied', 'Neither', 'Fairly dissatisfied', 'Very dissatisfied']);
    expect(prove(own).holds).toBe(true);
    const together: Regroup = { ...three, missing: 'one', blank: { group: '2' } };
    const result = regroup(together, SATISFACTION);
    expect(result.codes.filter(({ missing }) => missing !== null)).toEqual([
      { code: 'no-answer', label: 'No answer', missing: 'other' },
    ]);
    expect([result.map.get('8'), result.map.get('9'), result.blank]).toEqual(['no-answer', 'no-answer', '2']);
    expect(prove(together).columns.map(({ respondents }) => respondents)).toEqual([1278, 317 + BLANK, 439, 96 + 187]);
    expect(prove(together).findings.find(({ title }) => title === 'Blanks')?.text).toBe(
      '18 blank become Neither, by choice.',
    );
    expect(prove(together).holds).toBe(true);
    const none: Regroup = { ...three, missing: 'blank', blank: { missing: 'not-asked' } };
    expect(regroup(none, SATISFACTION).map.get('9')).toBeNull();
    expect(regroup(none, SATISFACTION).codes.at(-1)).toEqual({
      code: 'was-blank',
      label: 'Blank',
      missing: 'not-asked',
    });
    expect(prove(none).holds).toBe(true);
    expect(() => checkRegroup({ ...three, blank: { group: 'x' } })).toThrow('Blanks would go to a group x');
  });

  it('does not confuse a kept missing code with a new group of the same code', () => {
    const nine: Regroup = {
      ...three,
      groups: SATISFACTION.slice(0, 5).map(({ code, label }, k) => ({ code: String(k + 5), label, from: [code] })),
    };
    const result = regroup(nine, SATISFACTION);
    expect(result.map.get('4')).toBe('8');
    expect(result.map.get('8')).toBe('m8');
    expect(new Set(result.codes.map(({ code }) => code)).size).toBe(result.codes.length);
  });

  it('refuses no groups, a group without a label, two of one label', () => {
    expect(() => checkRegroup({ ...three, groups: [] })).toThrow('no groups');
    expect(() => checkRegroup({ ...three, groups: [{ code: '1', label: ' ', from: ['1'] }] })).toThrow('no label');
    const twice = [three.groups[0]!, { ...three.groups[1]!, label: 'satisfied ' }];
    expect(() => checkRegroup({ ...three, groups: twice })).toThrow('Groups 1 and 2 are both called "satisfied"');
  });
});

describe('a group of everything else', () => {
  const recipe: Regroup = {
    kind: 'regroup',
    source: 1,
    level: 'unordered',
    groups: [
      { code: '1', label: 'Satisfied', from: ['1'] },
      { code: '2', label: 'Everything else', from: ['2'] },
    ],
    setAside: ['3'],
    unnamed: { group: '2' },
  };

  it('takes every answer that nothing names, also one that comes later, but no missing code', () => {
    const { map } = regroup(recipe, [...SATISFACTION, { code: '77', label: 'New', missing: null }]);
    const answers = SATISFACTION.filter(isAnswer).map(({ code }) => code);
    expect(answers.filter((code) => map.get(code) === '2')).toEqual(
      answers.filter((code) => !['1', '3'].includes(code)),
    );
    expect(map.get('77')).toBe('2');
    for (const { code, missing } of SATISFACTION) if (missing !== null) expect(map.get(code)).not.toBe('2');
    const counts = new Map(SATISFACTION.map(({ code }, k) => [code, 10 + k]));
    expect(proveRegroup(recipe, SATISFACTION, counts, 3).holds).toBe(true);
  });

  it('can be written and read as text, and is said in the line', () => {
    const text = printRegroup(recipe);
    expect(text).toBe('Satisfied: 1\nEverything else: 2, everything else\nset aside: 3');
    expect(parseRegroup(text, SATISFACTION)).toMatchObject({ groups: recipe.groups, setAside: ['3'], rest: '2' });
    expect(sayRegroup(recipe, SATISFACTION)).toContain(
      '1 to Satisfied; 2 and everything else to Everything else; 3 set aside',
    );
  });

  it('must be one of the groups', () => {
    expect(() => checkRegroup({ ...recipe, unnamed: { group: '9' } })).toThrow('Everything else would go to a group 9');
  });
});
