import { describe, expect, it } from 'vitest';
import type { CodeList } from '../../api/types.js';
import { alsoUsing, clear, editsFor, fillDown, pasteInto, textsIn } from './grid-edits.js';
import { fieldAt, GRID_COLUMNS } from './grid-columns.js';
import { code, agree, derived, age, all } from './roster.fixtures.js';

const list: CodeList = { id: 7, name: 'agree', kept: false, codes: agree, users: [1, 2], derived: false };

const column = (is: (typeof GRID_COLUMNS)[number]['is']) => GRID_COLUMNS.findIndex((candidate) => candidate.is === is);

const range = (top: number, bottom: number, left: number, right = left) => ({ top, bottom, left, right });

const says = (cells: ReturnType<typeof fillDown>) =>
  cells.map(({ variable: of, field, text }) => `${of.name} ${field} ${text}`);

describe('texts for cells', () => {
  it('become edits, those of one variable together', () => {
    const cells = [
      { variable: all[0]!, field: 'label' as const, text: 'New' },
      { variable: all[0]!, field: 'missing' as const, text: '2 refused' },
      { variable: all[1]!, field: 'label' as const, text: 'Question 2' },
    ];
    const codes = [code('1', 'Agree'), code('2', 'Disagree', 'refused'), code('9', 'Refused')];
    expect(editsFor(cells, [list])).toEqual({
      edits: [{ variable: 1, label: 'New', codes }],
      problem: null,
      leftAlone: [],
    });
  });

  it('leave alone what a working decides, and levels that cannot be', () => {
    const cells = [derived, age, all[0]!].map((variable) => ({
      variable,
      field: 'level' as const,
      text: 'categories',
    }));
    const { edits, leftAlone } = editsFor(cells, [list]);
    expect(edits).toEqual([{ variable: 1, level: 'unordered' }]);
    expect(leftAlone).toEqual(['Question 4 is made by a working, where it is changed', 'Age cannot be categories']);
  });

  it('change nothing at all where one is wrong', () => {
    const cells = [
      { variable: all[0]!, field: 'label' as const, text: 'New' },
      { variable: all[1]!, field: 'level' as const, text: 'sort of' },
    ];
    expect(editsFor(cells, [list])).toMatchObject({
      edits: [],
      problem: expect.stringContaining('q2: “sort of”') as string,
    });
  });

  it('may name a list', () => {
    const cells = [{ variable: age, field: 'codes' as const, text: 'agree' }];
    expect(editsFor(cells, [list]).edits).toEqual([{ variable: 3, codeList: 7 }]);
  });
});

describe('a shared code list', () => {
  const codes = [code('1', 'Yes')];

  it('is asked about where others use it who do not change alike', () => {
    const names = (edits: Parameters<typeof alsoUsing>[0]) => alsoUsing(edits, all).map(({ name }) => name);
    expect(names([{ variable: 1, codes }])).toEqual(['q2']);
    expect(
      names([
        { variable: 1, codes },
        { variable: 2, codes },
      ]),
    ).toEqual([]);
    expect(
      names([
        { variable: 1, codes },
        { variable: 2, codes: [] },
      ]),
    ).toEqual(['q1', 'q2']);
    expect(names([{ variable: 1, label: 'x' }])).toEqual([]);
  });
});

describe('pasting', () => {
  const into = (text: string[][], at: ReturnType<typeof range>) => {
    const { cells, note } = pasteInto(text, all, all, at);
    return [...says(cells), note].filter((line) => line !== '');
  };

  it('goes on from the first cell, over columns that hold no text', () => {
    const left = column('codes');
    expect(
      into(
        [
          ['1 = a', '9 refused'],
          ['2 = b', ''],
        ],
        range(0, 0, left),
      ),
    ).toEqual(['q1 codes 1 = a', 'q1 missing 9 refused', 'q2 codes 2 = b']);
  });

  it('leaves alone what an empty cell stands on, and says where that empties something', () => {
    const text = [
      ['q1', '', ''],
      ['q2', 'New', ' '],
    ];
    const { cells, empty } = pasteInto(text, all, all, range(0, 0, column('name')));
    expect(says(cells)).toEqual(['q2 label New']);
    // The name and the level of a variable cannot be nothing.
    expect(says(empty)).toEqual(['q1 label ']);
    const codes = pasteInto(
      [
        ['', ''],
        ['', ''],
      ],
      all,
      all,
      range(0, 0, column('codes')),
    );
    expect(says(codes.cells)).toEqual([]);
    expect(says(codes.empty)).toEqual(['q1 codes ', 'q1 missing ', 'q2 codes ', 'q2 missing ']);
    expect(pasteInto([['']], all, all, range(2, 2, column('codes')))).toEqual({ cells: [], empty: [], note: '' });
  });

  it('of one text fills all that is selected', () => {
    expect(into([['Plot']], range(0, 1, column('group'), column('note')))).toEqual([
      'q1 group Plot',
      'q1 note Plot',
      'q2 group Plot',
      'q2 note Plot',
    ]);
  });

  it('goes by names where these stand beside, in any order', () => {
    expect(
      into(
        [
          ['age', 'Years'],
          ['q1', 'First'],
        ],
        range(1, 1, column('name')),
      ),
    ).toEqual(['age label Years', 'q1 label First', 'Matched by name.']);
    expect(
      into(
        [
          ['age2', 'Years'],
          ['q1', 'First'],
        ],
        range(0, 0, column('name')),
      ),
    ).toEqual(['q1 name age2', 'q1 label Years', 'q2 name q1', 'q2 label First']);
  });

  it('says what found no place', () => {
    expect(into([['a'], ['b'], ['c']], range(2, 2, column('note')))).toEqual([
      'age note a',
      'q4 note b',
      'One pasted row stands below the last variable.',
    ]);
  });
});

describe('filling down, clearing, copying', () => {
  it('repeats the first row, or the one above; a list as a list', () => {
    expect(says(fillDown(all, range(0, 2, column('label'))))).toEqual(['q2 label Question 1', 'age label Question 1']);
    expect(says(fillDown(all, range(1, 1, column('group'))))).toEqual(['q2 group ']);
    expect(fillDown(all, range(0, 0, column('note')))).toEqual([]);
    const [first] = fillDown(all, range(1, 2, column('codes'), column('missing')));
    expect(first).toMatchObject({ field: 'codes', list: 7 });
    expect(editsFor([first!], [list]).edits).toEqual([{ variable: 3, codeList: 7 }]);
    expect(fillDown(all, range(0, 3, column('name')))).toEqual([]);
  });

  it('empties what can be empty', () => {
    expect(says(clear(all, range(0, 0, 0, GRID_COLUMNS.length - 1)))).toEqual([
      'q1 label ',
      'q1 missing ',
      'q1 question ',
      'q1 group ',
      'q1 note ',
    ]);
  });

  it('copies what holds text', () => {
    expect(textsIn(all, range(0, 1, column('codes'), column('missing')))).toEqual([
      ['1 = Agree; 2 = Disagree; 9 = Refused', '9 refused'],
      ['1 = Agree; 2 = Disagree; 9 = Refused', '9 refused'],
    ]);
    expect(fieldAt(column('picture'))).toBeNull();
  });
});
