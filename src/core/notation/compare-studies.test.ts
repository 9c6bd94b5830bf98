import { describe, expect, it } from 'vitest';
import { compareStudies } from './compare-studies.js';
import { lineChanges } from './line-changes.js';
import { parseStudy } from './parse-study.js';

const TEXT = `variable site "Site"
  categories
  1 "Mill Row"
  2 "Weir End"

variable sat "Satisfaction"
  ordered categories
  1 "Good"
  2 "Bad"

variable sat_2 "In two"
  regroups sat into ordered categories
    1 "Good" from 1
    2 "Bad" from 2

binder "Report"
  table sat_2 by site
  table site
`;

const compared = (after: string) => compareStudies(parseStudy(TEXT).study, parseStudy(after).study);

describe('two texts of a study', () => {
  it('are the same where nothing differs', () => {
    expect(compared(TEXT)).toEqual({ things: [], variables: [], tables: [] });
  });

  it('differ in lines, and in tables whose figures follow from them, however far', () => {
    const { things, variables, tables } = compared(TEXT.replace('  2 "Bad"\n\n', '  2 "Bad" is refused\n\n'));
    expect(things).toEqual([
      {
        title: 'variable sat "Satisfaction"',
        is: 'changed',
        lines: [
          { is: 'stays', text: 'variable sat "Satisfaction"' },
          { is: 'stays', text: '  ordered categories' },
          { is: 'stays', text: '  1 "Good"' },
          { is: 'goes', text: '  2 "Bad"' },
          { is: 'comes', text: '  2 "Bad" is refused' },
        ],
      },
    ]);
    expect(variables).toEqual(['sat', 'sat_2']);
    expect(tables).toEqual(['sat_2 by site']);
  });

  it('differ in no figure by a label, a note or a star', () => {
    const { things, tables } = compared(TEXT.replace('"Satisfaction"', '"Satisfied"\n  starred\n  note "Ask again"'));
    expect(things).toHaveLength(1);
    expect(tables).toEqual([]);
  });

  it('say what was added and what was removed', () => {
    const { things, tables } = compared(TEXT.replace(/variable sat_2[^]*2\n\n/u, '').replace('sat_2 by', 'sat by'));
    expect(things.map(({ is, title }) => `${is} ${title}`)).toEqual([
      'changed binder "Report"',
      'removed variable sat_2 "In two"',
    ]);
    expect(tables).toEqual(['sat by site']);
  });
});

describe('lines of two texts', () => {
  it('are told by what both have in common', () => {
    const changes = lineChanges(['a', 'b', 'c', 'd'], ['a', 'c', 'x', 'd']);
    expect(changes.map(({ is, text }) => `${is} ${text}`)).toEqual([
      'stays a',
      'goes b',
      'stays c',
      'comes x',
      'stays d',
    ]);
  });
});
