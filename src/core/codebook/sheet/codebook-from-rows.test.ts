import { describe, expect, it } from 'vitest';
import { codebookFromRows } from './codebook-from-rows.js';

const rows = (...lines: string[]) => lines.map((line, k) => ({ line: k + 1, cells: line.split('\t') }));
const read = (...lines: string[]) => codebookFromRows(rows(...lines));
const SEX = [
  { code: '1', label: 'Male' },
  { code: '2', label: 'Female' },
  { code: '9', label: 'Refused' },
];

describe('a codebook with a line a variable', () => {
  it.each([
    'Variable\tLabel\tValues',
    'variable_name\tVariable Label\tvalue labels',
    'Field name\tDescription\tChoices',
    'VARNAME\tQuestion\tResponse options',
    'Column\tQuestion text\tCodes',
  ])('%j', (heading) => {
    const codebook = read(
      heading,
      'sex\tSex of the gardener\t1=Male, 2=Female, 9=Refused',
      'age\tAge\t',
      'site\tSite\t1 "Mill Row" 2 "Weir End"',
    );
    expect(codebook?.shape).toBe('a line a variable');
    expect(codebook?.remarks).toEqual([]);
    const [sex, age, site] = codebook?.codebook.variables ?? [];
    expect(sex).toMatchObject({ name: 'sex', codes: SEX });
    expect(sex?.label ?? sex?.question).toBe('Sex of the gardener');
    expect(age?.codes).toBeUndefined();
    expect(site?.codes).toEqual([
      { code: '1', label: 'Mill Row' },
      { code: '2', label: 'Weir End' },
    ]);
  });

  it('takes levels, missing codes, groups and notes', () => {
    const codebook = read(
      'Name\tLabel\tType\tCodes\tMissing\tSection\tNotes',
      'sat\tSatisfaction\tordinal\t1=Low, 5=High, 9=Refused\t8, 9\tViews\tAsked of all',
      'hours\tHours\tcontinuous\t0-80\t999\t\t',
      'q\tRemark\topen text\t\t\t\t',
      's\tSite\tnumeric\t1=A, 2=B\t\t\t',
    );
    expect(codebook?.codebook.variables).toEqual([
      {
        name: 'sat',
        label: 'Satisfaction',
        level: 'ordered',
        codes: [
          { code: '1', label: 'Low' },
          { code: '5', label: 'High' },
          { code: '9', label: 'Refused', missing: 'refused' },
          { code: '8', label: '8', missing: 'other' },
        ],
      },
      { name: 'hours', label: 'Hours', level: 'number', codes: [{ code: '999', label: '999', missing: 'other' }] },
      { name: 'q', label: 'Remark', level: 'text' },
      {
        name: 's',
        label: 'Site',
        codes: [
          { code: '1', label: 'A' },
          { code: '2', label: 'B' },
        ],
      },
    ]);
    expect(codebook?.codebook.marks).toEqual({ sat: { group: 'Views', note: 'Asked of all' } });
    expect(codebook?.remarks).toEqual([]);
  });

  it('takes how a column is stored for no level, and codes in brackets behind a label', () => {
    const codebook = read(
      'Field\tType\tDescription',
      'sex\tinteger\tSex (1 = Male, 2 = Female, 9 = Refused)',
      'town\tstring\tTown (of birth)',
      'q\tF8.2\tMood',
    );
    expect(codebook?.codebook.variables).toEqual([
      { name: 'sex', label: 'Sex', codes: SEX },
      { name: 'town', label: 'Town (of birth)' },
      { name: 'q', label: 'Mood' },
    ]);
  });

  it('finds names under “question”, and the question under “text”', () => {
    expect(
      read('Question\tText\tOptions', 'sex\tWhat is your sex?\t1=Male, 2=Female, 9=Refused')?.codebook.variables,
    ).toEqual([{ name: 'sex', question: 'What is your sex?', codes: SEX }]);
    expect(
      read('Question\tAnswer code\tAnswer', 'sex\t1\tMale', '\t2\tFemale', '\t9\tRefused')?.codebook.variables,
    ).toEqual([{ name: 'sex', codes: SEX }]);
  });

  it('says with its line what it does not understand', () => {
    const codebook = read(
      'Codebook of the gardeners',
      '',
      'Variable\tLabel\tCodes',
      'a\tA\tsee annex',
      '\tlost\t',
      'a\tA again\t',
      'b\tB\t1=One, 1=Uno',
    );
    expect(codebook?.remarks).toEqual([
      'Line 4: the codes of a were not understood: “see annex”.',
      'Line 5: no variable is named.',
      'Line 6: a is described before; the first description counts.',
      'b: the code 1 has two labels; the first counts.',
    ]);
    expect(codebook?.codebook.variables.map(({ name }) => name)).toEqual(['a', 'b']);
  });
});

describe('a codebook with a line a code', () => {
  const codes = [
    'sex\tSex of the gardener\t1\tMale',
    '\t\t2\tFemale',
    '\t\t9\tRefused',
    'site\tSite\t1\tMill Row',
    '\t\t2\tWeir End',
    'age\tAge\t\t',
  ];

  it.each([
    'Variable\tVariable label\tCode\tCode label',
    'name\tdescription\tvalue\tvalue label',
    'Question\tLabel\tValue\tCategory',
  ])('%j, the name on the first line only', (heading) => {
    const codebook = read(heading.replace('Question', 'Question id'), ...codes);
    expect(codebook?.shape).toBe('a line a code');
    expect(codebook?.codebook.variables).toEqual([
      { name: 'sex', label: 'Sex of the gardener', codes: SEX },
      {
        name: 'site',
        label: 'Site',
        codes: [
          { code: '1', label: 'Mill Row' },
          { code: '2', label: 'Weir End' },
        ],
      },
      { name: 'age', label: 'Age' },
    ]);
  });

  it('with the name on every line, the label being that of the code', () => {
    const codebook = read(
      'variable\tvalue\tlabel',
      'sex\t1\tMale',
      'sex\t2\tFemale',
      'sex\t9\tRefused',
      'site\t1.0\tMill Row',
    );
    expect(codebook?.codebook.variables).toEqual([
      { name: 'sex', codes: SEX },
      { name: 'site', codes: [{ code: '1', label: 'Mill Row' }] },
    ]);
  });

  it('with the label of the variable on a line of its own', () => {
    const codebook = read(
      'Variable\tLabel\tCode',
      'sex\tSex of the gardener\t',
      '\tMale\t1',
      '\tFemale\t2',
      '\tRefused\t9',
    );
    expect(codebook?.codebook.variables).toEqual([{ name: 'sex', label: 'Sex of the gardener', codes: SEX }]);
  });

  it('headed "values", and with codes that are marked as missing', () => {
    const codebook = read(
      'Variable\tValues\tLabels\tMissing',
      'sex\t1\tMale\t',
      'sex\t2\tFemale\tno',
      'sex\t9\tRefused\tyes',
      'sex\t8\tNo time\tx',
    );
    expect(codebook?.codebook.variables[0]?.codes).toEqual([
      { code: '1', label: 'Male' },
      { code: '2', label: 'Female' },
      { code: '9', label: 'Refused', missing: 'refused' },
      { code: '8', label: 'No time', missing: 'other' },
    ]);
  });
});

describe('a table that is no codebook', () => {
  it('has no heading that is known', () => {
    expect(read('plot\tbeans\tpeas', '1\t2\t3')).toBeNull();
    expect(read('id', '1')).toBeNull();
    expect(codebookFromRows([])).toBeNull();
  });
});
