import { describe, expect, it } from 'vitest';
import { complaints, type Patient } from './health.js';
import type { Code } from './types.js';

const code = (name: string, label = name, missing: Code['missing'] = null): Code => ({ code: name, label, missing });
const found = (...codes: [string, number][]) => codes.map(([name, respondents]) => ({ code: name, respondents }));

function patient(id: number, more: Partial<Patient>): Patient {
  return {
    id,
    level: 'unordered',
    codes: [],
    codeListId: null,
    found: [],
    filled: 100,
    derived: false,
    holds: true,
    far: [],
    numeric: null,
    twins: null,
    ...more,
  };
}

const one = (more: Partial<Patient>) => complaints([patient(1, more)]);

describe('the health of a codebook', () => {
  it('is good where nothing is wrong', () => {
    expect(one({ codes: [code('1', 'Yes')], found: found(['1', 100]), codeListId: 1 })).toEqual([]);
    expect(one({ level: 'number', found: found(['3', 100]) })).toEqual([]);
    expect(one({ level: 'text', found: found(['3', 100]) })).toEqual([]);
  });

  it('names codes without labels, but not words, which label themselves', () => {
    expect(one({ codes: [code('1', 'Yes'), code('2')], found: found(['1', 60], ['2', 30], ['3', 10]) })).toEqual([
      {
        is: 'unlabelled',
        variable: 1,
        codes: ['2', '3'],
        respondents: 40,
        text: 'Without a label: 2, 3, which 40 respondents gave.',
        declare: [],
        decimal: null,
      },
    ]);
    expect(one({ found: found(['red', 60], ['blue', 40]) })).toEqual([]);
    expect(one({ found: found(['1', 60], ['2', 40]) })).toMatchObject([{ text: 'No code has a label: 1, 2.' }]);
    expect(one({ found: found(['1', 60]), derived: true })).toEqual([]);
  });

  it('names labels that no variable with the list has used', () => {
    const codes = [code('1', 'Yes'), code('2', 'No'), code('3', 'Perhaps'), code('9', 'Refused', 'refused')];
    const users = [
      patient(1, { codes, codeListId: 4, found: found(['1', 100]) }),
      patient(2, { codes, codeListId: 4, found: found(['2', 100]) }),
    ];
    expect(complaints(users)).toEqual([
      {
        is: 'unused',
        variable: 1,
        codes: ['3'],
        respondents: 0,
        text: 'Never given in any of the 2 variables with this list: Perhaps.',
        declare: [],
        decimal: null,
      },
    ]);
  });

  it('names probable missing codes that nobody has decided', () => {
    const far = found(['99', 7]);
    expect(one({ level: 'number', far })).toMatchObject([{ is: 'undeclared', codes: ['99'], respondents: 7 }]);
    expect(one({ level: 'number', far, codes: [code('99', '99', 'other')] })).toEqual([]);
    expect(one({ level: 'number', far, codes: [code('99', 'Ninety-nine')] })).toEqual([]);
  });

  it('names codes whose label says that there is no answer, each with its reason', () => {
    const codes = [
      code('1', 'Yes'),
      code('8', "Don't know"),
      code('9', 'REFUSED'),
      code('0', 'Not asked', 'not-asked'),
    ];
    expect(one({ codes, found: found(['1', 60], ['8', 30], ['9', 10]) })).toMatchObject([
      {
        is: 'undeclared',
        respondents: 40,
        text: "Say that there is no answer: 8 Don't know (don't know), 9 REFUSED (refused). 40 respondents.",
        declare: [
          { code: '8', missing: 'dont-know' },
          { code: '9', missing: 'refused' },
        ],
      },
    ]);
    expect(one({ found: found(['North', 60], ['No answer', 10]) })).toMatchObject([
      { declare: [{ code: 'No answer', missing: 'other' }] },
    ]);
    expect(one({ level: 'text', found: found(['No answer', 10]) })).toEqual([]);
  });

  it('names text that looks like numbers', () => {
    const numeric = { respondents: 90, example: '19,842', as: 19842, decimal: '.' as const };
    expect(one({ level: 'text', numeric })).toMatchObject([
      { is: 'written', text: 'Looks like numbers: “19,842” would be 19,842; 90 of 100 have one.' },
    ]);
  });

  it('names words among numbers until it is said what they mean', () => {
    expect(one({ level: 'number', found: found(['4', 90], ['many', 10]) })).toMatchObject([
      { is: 'words', codes: ['many'] },
    ]);
    expect(one({ level: 'number', found: found(['many', 10]), codes: [code('many', 'many', 'other')] })).toEqual([]);
  });

  it('names blanks, twins and proofs that fail, what does most harm first', () => {
    const sick = [
      patient(1, { filled: 0 }),
      patient(2, { level: 'text', twins: { values: ['A7', 'A8'], respondents: 4 } }),
      patient(3, { derived: true, holds: false }),
    ];
    expect(complaints(sick).map(({ is, variable }) => `${variable} ${is}`)).toEqual([
      '3 unsound',
      '2 twins',
      '1 blank',
    ]);
    expect(complaints(sick)[1]?.text).toBe('4 respondents share an identifier with another: A7, A8.');
  });
});
