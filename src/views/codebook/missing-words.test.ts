import { describe, expect, it } from 'vitest';
import { alsoTurned, sayTurned, together, turnedBy } from './missing-words.js';
import { code, age, all } from './roster.fixtures.js';

describe('what becomes of answers', () => {
  it('is said before it happens, with the respondents', () => {
    const edits = [
      { variable: 1, codes: [code('1', 'Agree'), code('2', 'Disagree', 'other'), code('9', 'Refused')] },
      { variable: 2, codes: [code('1', 'Agree'), code('2', 'Disagree', 'other'), code('9', 'Refused', 'refused')] },
    ];
    const turned = turnedBy(edits, all);
    expect(turned.map(({ variable: id, code: name, to }) => `${id} ${name} ${to}`)).toEqual([
      '1 2 other',
      '1 9 null',
      '2 2 other',
    ]);
    const same = together(turned);
    expect(same).toEqual([
      { code: '2', to: 'other', variables: [1, 2] },
      { code: '9', to: null, variables: [1] },
    ]);
    expect(sayTurned(same, [1100, 1])).toEqual([
      '2 becomes missing (no answer) in 2 variables: 1,100 respondents.',
      '9 becomes an answer: 1 respondent.',
    ]);
    expect(turnedBy([{ variable: 1, label: 'x' }], all)).toEqual([]);
    expect(alsoTurned(turned.slice(0, 1), [age])).toEqual([{ variable: 3, code: '2', to: 'other' }]);
  });
});
