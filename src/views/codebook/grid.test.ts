import { describe, expect, it } from 'vitest';
import type { CodeList, RosterVariable } from '../../api/types.js';
import type { Code } from '../../core/codebook/types.js';
import { finderFor } from '../roster/find.js';
import { inOrder, shows, showingOptions } from '../roster/showing.js';
import { alsoUsing, clear, editsFor, fillDown, pasteInto, textsIn } from './grid-edits.js';
import { fieldAt, GRID_COLUMNS } from './grid-columns.js';
import { isInside, move, only, rangeOf } from './grid-moves.js';
import { alsoTurned, sayTurned, together, turnedBy } from './missing-words.js';
import { conditionFor } from './use-respondents.js';

const code = (name: string, label: string, missing: Code['missing'] = null): Code => ({ code: name, label, missing });
const agree = [code('1', 'Agree'), code('2', 'Disagree'), code('9', 'Refused', 'refused')];

function variable(id: number, over: Partial<RosterVariable> = {}): RosterVariable {
  return {
    id,
    name: `q${id}`,
    label: `Question ${id}`,
    question: '',
    level: 'ordered',
    codes: agree,
    columnId: id,
    codeListId: 7,
    workingId: null,
    note: '',
    group: '',
    starred: false,
    aside: false,
    shownOrder: [],
    madeAt: `2026-01-0${id}`,
    made: null,
    holds: true,
    answers: 90,
    missing: 6,
    blank: 4,
    countable: true,
    column: `q${id}`,
    levels: ['unordered', 'ordered', 'number', 'text'],
    picture: { is: 'none' },
    ...over,
  };
}
const derived = variable(4, { workingId: 3, made: 'regroup', codeListId: 8 });
const age = variable(3, {
  name: 'age',
  label: 'Age',
  level: 'number',
  codes: [],
  codeListId: null,
  levels: ['number', 'text'],
});
const all = [variable(1), variable(2), age, derived];
const list: CodeList = { id: 7, name: 'agree', kept: false, codes: agree, users: [1, 2], derived: false };
const column = (is: (typeof GRID_COLUMNS)[number]['is']) => GRID_COLUMNS.findIndex((one) => one.is === is);
const range = (top: number, bottom: number, left: number, right = left) => ({ top, bottom, left, right });
const says = (cells: ReturnType<typeof fillDown>) =>
  cells.map(({ variable: of, field, text }) => `${of.name} ${field} ${text}`);

describe('keys in the grid', () => {
  const size = { rows: 10, columns: 5, page: 4 };
  const from = only(3, 2);
  const to = (key: string, how = { extend: false, control: false }) => move(from, key, size, how)?.at;

  it('lead to the neighbours, the edges and a page on, and never beyond', () => {
    expect(to('ArrowUp')).toEqual({ row: 2, column: 2 });
    expect(to('ArrowRight', { extend: false, control: true })).toEqual({ row: 3, column: 4 });
    expect(to('PageDown')).toEqual({ row: 7, column: 2 });
    expect(to('PageUp')).toEqual({ row: 0, column: 2 });
    expect(to('Home')).toEqual({ row: 3, column: 0 });
    expect(to('End', { extend: false, control: true })).toEqual({ row: 9, column: 4 });
    expect(to('x')).toBeUndefined();
  });

  it('with Shift select what lies between', () => {
    const selected = move(from, 'ArrowUp', size, { extend: true, control: false })!;
    expect(rangeOf(selected)).toEqual({ top: 2, bottom: 3, left: 2, right: 2 });
    expect(isInside(rangeOf(selected), 2, 2)).toBe(true);
    expect(isInside(rangeOf(selected), 4, 2)).toBe(false);
  });
});

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
    const cells = [derived, age, all[0]!].map((one) => ({
      variable: one,
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

describe('the roster', () => {
  const study = [
    variable(1, { name: 'q1', label: 'Satisfaction with the site', starred: true }),
    variable(2, { name: 'site', label: 'Site', question: 'Which site is your plot on?', group: 'Plot' }),
    variable(3, { name: 'q10', label: 'Uses compost', codes: [code('1', 'Every week')], holds: false }),
    variable(4, { name: 'q2', label: 'apples', aside: true, group: 'Crops', workingId: 2 }),
  ];
  const find = finderFor(study);
  const names = (found: readonly RosterVariable[]) => found.map(({ name }) => name).join(' ');

  it('is found by name first, then label, question and category', () => {
    expect(names(find('site'))).toBe('site q1');
    expect(names(find('which plot'))).toBe('site');
    expect(names(find('week'))).toBe('q10');
    expect(names(find('q1'))).toBe('q1 q10');
    expect(names(find(''))).toBe('q1 site q10 q2');
  });

  it('is found with letters astray, but not by anything', () => {
    expect(names(find('satisfction'))).toBe('q1');
    expect(names(find('compsot'))).toBe('q10');
    expect(find('zebra')).toEqual([]);
  });

  it('shows what is asked for, set aside only when asked', () => {
    const shown = (showing: string, sick?: Set<number>) => names(study.filter(shows(showing, sick)));
    expect(shown('all')).toBe('q1 site q10');
    expect(shown('starred')).toBe('q1');
    expect(shown('problems', new Set([1]))).toBe('q1 q10');
    expect(shown('aside')).toBe('q2');
    expect(shown('group:Crops')).toBe('q2');
    expect(shown('level:text')).toBe('');
    expect(
      showingOptions(study).flatMap(({ options }) => options.map(({ value, count }) => `${value} ${count}`)),
    ).toEqual([
      'all 3',
      'starred 1',
      'problems 1',
      'source 3',
      'level:ordered 3',
      'group:Crops 1',
      'group:Plot 1',
      'aside 1',
    ]);
  });

  it('stands in the order that is asked for', () => {
    expect(names(inOrder(study, 'file'))).toBe('q1 site q10 q2');
    expect(names(inOrder(study, 'name'))).toBe('q1 q2 q10 site');
    expect(names(inOrder(study, 'label'))).toBe('q2 q1 site q10');
    expect(names(inOrder(study, 'newest'))).toBe('q2 q10 site q1');
    expect(names(inOrder(study, 'group'))).toBe('q2 site q1 q10');
  });
});

describe('a value to look for', () => {
  it('is a number, a stretch of numbers, a code or a text', () => {
    expect(conditionFor(age, '18')).toEqual({ variable: 3, is: 'between', from: 18, to: 18 });
    expect(conditionFor(age, '18 to 30')).toEqual({ variable: 3, is: 'between', from: 18, to: 30 });
    expect(conditionFor(age, 'n/a')).toEqual({ variable: 3, is: 'any-of', codes: ['n/a'] });
    expect(conditionFor(all[0]!, ' 2 ')).toEqual({ variable: 1, is: 'any-of', codes: ['2'] });
    expect(conditionFor(all[0]!, '')).toBeNull();
    expect(conditionFor(null, '2')).toBeNull();
  });
});

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
