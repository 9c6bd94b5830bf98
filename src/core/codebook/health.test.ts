import { describe, expect, it } from 'vitest';
import { codebookIssues, type CheckedVariable } from './health.js';
import type { Code } from './types.js';

const code = (name: string, label = name, missing: Code['missing'] = null): Code => ({ code: name, label, missing });
const dataCodes = (...codes: [string, number][]) => codes.map(([name, respondents]) => ({ code: name, respondents }));

function checkedVariable(id: number, more: Partial<CheckedVariable>): CheckedVariable {
  return {
    id,
    level: 'unordered',
    codes: [],
    codeListId: null,
    dataCodes: [],
    filled: 100,
    derived: false,
    holds: true,
    outliers: [],
    numeric: null,
    twins: null,
    ...more,
  };
}

const findingsOf = (more: Partial<CheckedVariable>) => codebookIssues([checkedVariable(1, more)]);

describe('the health of a codebook', () => {
  it('is good where nothing is wrong', () => {
    expect(findingsOf({ codes: [code('1', 'Yes')], dataCodes: dataCodes(['1', 100]), codeListId: 1 })).toEqual([]);
    expect(findingsOf({ level: 'number', dataCodes: dataCodes(['3', 100]) })).toEqual([]);
    expect(findingsOf({ level: 'text', dataCodes: dataCodes(['3', 100]) })).toEqual([]);
  });

  it('names codes without labels, but not words, which label themselves', () => {
    expect(
      findingsOf({ codes: [code('1', 'Yes'), code('2')], dataCodes: dataCodes(['1', 60], ['2', 30], ['3', 10]) }),
    ).toEqual([
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
    expect(findingsOf({ dataCodes: dataCodes(['red', 60], ['blue', 40]) })).toEqual([]);
    expect(findingsOf({ dataCodes: dataCodes(['1', 60], ['2', 40]) })).toMatchObject([
      { text: 'No code has a label: 1, 2.' },
    ]);
    expect(findingsOf({ dataCodes: dataCodes(['1', 60]), derived: true })).toEqual([]);
  });

  it('names labels that no variable with the list has used', () => {
    const codes = [code('1', 'Yes'), code('2', 'No'), code('3', 'Perhaps'), code('9', 'Refused', 'refused')];
    const users = [
      checkedVariable(1, { codes, codeListId: 4, dataCodes: dataCodes(['1', 100]) }),
      checkedVariable(2, { codes, codeListId: 4, dataCodes: dataCodes(['2', 100]) }),
    ];
    expect(codebookIssues(users)).toEqual([
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
    const outliers = dataCodes(['99', 7]);
    expect(findingsOf({ level: 'number', outliers })).toMatchObject([
      { is: 'undeclared', codes: ['99'], respondents: 7 },
    ]);
    expect(findingsOf({ level: 'number', outliers, codes: [code('99', '99', 'other')] })).toEqual([]);
    expect(findingsOf({ level: 'number', outliers, codes: [code('99', 'Ninety-nine')] })).toEqual([]);
  });

  it('names codes whose label says that there is no answer, each with its reason', () => {
    const codes = [
      code('1', 'Yes'),
      code('8', "Don't know"),
      code('9', 'REFUSED'),
      code('0', 'Not asked', 'not-asked'),
    ];
    expect(findingsOf({ codes, dataCodes: dataCodes(['1', 60], ['8', 30], ['9', 10]) })).toMatchObject([
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
    expect(findingsOf({ dataCodes: dataCodes(['North', 60], ['No answer', 10]) })).toMatchObject([
      { declare: [{ code: 'No answer', missing: 'other' }] },
    ]);
    expect(findingsOf({ level: 'text', dataCodes: dataCodes(['No answer', 10]) })).toEqual([]);
  });

  it('names text that looks like numbers', () => {
    const numeric = { respondents: 90, example: '19,842', as: 19842, decimal: '.' as const };
    expect(findingsOf({ level: 'text', numeric })).toMatchObject([
      { is: 'written', text: 'Looks like numbers: “19,842” would be 19,842; 90 of 100 have one.' },
    ]);
  });

  it('names words among numbers until it is said what they mean', () => {
    expect(findingsOf({ level: 'number', dataCodes: dataCodes(['4', 90], ['many', 10]) })).toMatchObject([
      { is: 'words', codes: ['many'] },
    ]);
    expect(
      findingsOf({ level: 'number', dataCodes: dataCodes(['many', 10]), codes: [code('many', 'many', 'other')] }),
    ).toEqual([]);
  });

  it('names blanks, twins and proofs that fail, what does most harm first', () => {
    const sick = [
      checkedVariable(1, { filled: 0 }),
      checkedVariable(2, { level: 'text', twins: { values: ['A7', 'A8'], respondents: 4 } }),
      checkedVariable(3, { derived: true, holds: false }),
    ];
    expect(codebookIssues(sick).map(({ is, variable }) => `${variable} ${is}`)).toEqual([
      '3 unsound',
      '2 twins',
      '1 blank',
    ]);
    expect(codebookIssues(sick)[1]?.text).toBe('4 respondents share an identifier with another: A7, A8.');
  });
});
