import { describe, expect, it } from 'vitest';
import { declare, type ColumnWithCodes, planMissing, sayPlan } from './declare-missing.js';
import type { Code } from './types.js';

const code = (name: string, label = name, missing: Code['missing'] = null): Code => ({ code: name, label, missing });

function held(id: number, more: Partial<ColumnWithCodes>): ColumnWithCodes {
  return { id, level: 'ordered', codes: [], respondentsByCode: new Map(), range: null, derived: false, ...more };
}

const scale = held(1, {
  codes: [code('1', 'Low'), code('5', 'High')],
  respondentsByCode: new Map([
    ['1', 4],
    ['9', 3],
  ]),
  range: { from: 1, to: 5 },
});
const labelled = held(2, {
  codes: [code('1', 'One'), code('9', 'Nine or more')],
  respondentsByCode: new Map([['9', 8]]),
  range: { from: 1, to: 8 },
});
const hours = held(3, { level: 'number', respondentsByCode: new Map([['9', 2]]), range: { from: 0, to: 40 } });
const beside = held(4, { respondentsByCode: new Map([['9', 2]]), range: { from: 1, to: 8 } });
const already = held(5, { codes: [code('9', 'Refused', 'refused')], respondentsByCode: new Map([['9', 6]]) });
const worked = held(6, { codes: [code('9', '9')], respondentsByCode: new Map([['9', 1]]), derived: true });
const without = held(7, { respondentsByCode: new Map([['1', 6]]) });
const words = held(8, { level: 'text', respondentsByCode: new Map([['9', 6]]) });
const all = [scale, labelled, hours, beside, already, worked, without, words];

describe('declaring a code missing', () => {
  const lines = planMissing(all, ['9'], 'refused');
  const why = (id: number) => lines.find(({ variable }) => variable === id)?.leftAlone;

  it('changes it where it occurs, far from the others and without a label', () => {
    expect(lines.filter(({ leftAlone }) => leftAlone === null)).toEqual([
      { variable: 1, code: '9', label: '9', respondents: 3, now: null, leftAlone: null },
    ]);
  });

  it('leaves it alone where it is an answer, or looks like one', () => {
    expect([why(2), why(3), why(4), why(5), why(6)]).toEqual(['labelled', 'among', 'among', 'same', 'derived']);
    expect(why(7)).toBeUndefined();
    expect(why(8)).toBeUndefined();
  });

  it('does not leave a label alone that says itself that there is no answer', () => {
    const said = held(9, {
      codes: [code('1', 'Low'), code('9', 'Refused to say')],
      respondentsByCode: new Map([['9', 8]]),
      range: { from: 1, to: 8 },
    });
    expect(planMissing([said], ['9'], 'refused')).toMatchObject([{ leftAlone: null }]);
  });

  it('says so beforehand', () => {
    expect(sayPlan(lines, ['9', '97'], [14, 0])).toEqual([
      '9 occurs in 6 variables, where 14 respondents have it; in 1 of them it is a labelled answer; in 2 it ' +
        'stands among or beside the other numbers; 1 is made by a working, where codes are decided; in 1 it is ' +
        'so already: left alone.',
      '97 occurs in none of them.',
    ]);
    expect(sayPlan(planMissing([scale], ['9'], 'other'), ['9'], [1])).toEqual([
      '9 occurs in 1 variable, where 1 respondent has it.',
    ]);
  });

  it('finds a code that spells the same number', () => {
    const spelled = held(9, {
      respondentsByCode: new Map([
        ['9.0', 2],
        ['1.0', 5],
      ]),
      range: { from: 1, to: 4 },
    });
    expect(planMissing([spelled], ['9'], 'other')).toMatchObject([{ code: '9.0', respondents: 2, leftAlone: null }]);
    expect(sayPlan(planMissing([spelled], ['9'], 'other'), ['9'], [2])).toEqual([
      '9 occurs in 1 variable, where 2 respondents have it.',
    ]);
  });

  it('gives another reason to what is missing already', () => {
    expect(planMissing([already], ['9'], 'dont-know')).toMatchObject([{ now: 'refused', leftAlone: null }]);
  });

  it('can be taken back, which asks nothing of what is an answer anyhow', () => {
    expect(planMissing(all, ['9'], null)).toEqual([
      { variable: 5, code: '9', label: 'Refused', respondents: 6, now: 'refused', leftAlone: null },
      { variable: 6, code: '9', label: '9', respondents: 1, now: null, leftAlone: 'derived' },
    ]);
  });
});

describe('a declared code', () => {
  it('is marked, or put behind where it was not listed', () => {
    const codes = [code('1', 'Low'), code('9', 'Nine')];
    expect(
      declare(
        codes,
        new Map([
          ['9', 'other'],
          ['99', 'other'],
        ]),
      ),
    ).toEqual([code('1', 'Low'), code('9', 'Nine', 'other'), code('99', '99', 'other')]);
  });

  it('that is an answer again is not listed for that', () => {
    expect(
      declare(
        [code('9', '9', 'other')],
        new Map([
          ['9', null],
          ['8', null],
        ]),
      ),
    ).toEqual([code('9')]);
  });
});
