import { describe, expect, it } from 'vitest';
import type { CodebookFile } from '../../core/codebook/codebook-file.js';
import type { ReadColumn } from '../../core/intake/read-in-shape.js';
import { decide } from './decide.js';

const column = (name: string, codes: string[] = ['1', '2', '9'], more: Partial<ReadColumn> = {}): ReadColumn => ({
  name,
  columnId: name.charCodeAt(0),
  storage: 'coded8',
  level: 'unordered',
  codes: codes.map((code) => ({ code, respondents: 10 })),
  why: 'It has few different values.',
  guesses: [],
  filled: 30,
  blank: 0,
  numbers: null,
  ...more,
});

const AGREE = [
  { code: '1', label: 'Agree' },
  { code: '2', label: 'Disagree' },
  { code: '9', label: 'Refused', missing: 'refused' as const },
];
const codebook = (more: Partial<CodebookFile>): CodebookFile => ({ variables: [], ...more });
const codesOf = ({ lists, columns }: ReturnType<typeof decide>, name: string) =>
  lists[columns.find((decided) => decided.name === name)?.list ?? '']?.codes;

describe('a column that is taken in', () => {
  it('is as it was understood, each code its own label', () => {
    const decided = decide([column('site', ['1', '2'])], [], undefined);
    expect(decided.columns).toEqual([
      { name: 'site', columnId: 115, label: '', question: '', level: 'unordered', list: 'column:site' },
    ]);
    expect(codesOf(decided, 'site')).toEqual([
      { code: '1', label: '1', missing: null },
      { code: '2', label: '2', missing: null },
    ]);
  });

  it('is as the codebook says, and as the analyst decides before it', () => {
    const file = codebook({
      variables: [{ name: 'site', label: 'Site', question: 'Where?', level: 'ordered', codes: AGREE }],
    });
    const decided = decide([column('site')], [{ name: 'site', label: ' The site ', level: 'unordered' }], file);
    expect(decided.columns[0]).toMatchObject({ label: 'The site', question: 'Where?', level: 'unordered' });
    expect(codesOf(decided, 'site')?.[2]).toEqual({ code: '9', label: 'Refused', missing: 'refused' });
  });

  it('has codes declared missing, those that only the data has too, and answers again', () => {
    const file = codebook({ variables: [{ name: 'site', codes: AGREE }] });
    const decisions = [
      {
        name: 'site',
        missing: [
          { code: '9', missing: null },
          { code: '99', missing: 'other' as const },
        ],
      },
    ];
    expect(codesOf(decide([column('site')], decisions, file), 'site')?.slice(2)).toEqual([
      { code: '9', label: 'Refused', missing: null },
      { code: '99', label: '99', missing: 'other' },
    ]);
  });

  it('of numbers has a list only where something is said of its codes', () => {
    const age = column('age', ['n/a'], { level: 'number', storage: 'number' });
    expect(decide([age], [], undefined).columns[0]?.list).toBeNull();
    const decided = decide([age], [{ name: 'age', missing: [{ code: 'n/a', missing: 'other' }] }], undefined);
    expect(codesOf(decided, 'age')).toEqual([{ code: 'n/a', label: 'n/a', missing: 'other' }]);
  });

  it('takes the spelling of the data where the codebook writes a number otherwise', () => {
    const file = codebook({
      variables: [
        {
          name: 'site',
          codes: [
            { code: '1.0', label: 'North' },
            { code: '02', label: 'South' },
          ],
        },
      ],
    });
    expect(codesOf(decide([column('site', ['1', '2'])], [], file), 'site')?.map(({ code }) => code)).toEqual([
      '1',
      '2',
    ]);
  });
});

describe('code lists', () => {
  const shared = codebook({
    codeLists: { agree: AGREE },
    variables: [
      { name: 'a', codeList: 'agree' },
      { name: 'b', codeList: 'agree' },
    ],
  });

  it('of the codebook are shared by those that ask for them', () => {
    const { columns, lists } = decide([column('a'), column('b')], [], shared);
    expect(columns.map(({ list }) => list)).toEqual(['list:agree', 'list:agree']);
    expect(Object.keys(lists)).toEqual(['list:agree']);
  });

  it('are left by a column of which something else was decided', () => {
    const decisions = [{ name: 'b', missing: [{ code: '2', missing: 'other' as const }] }];
    const { columns, lists } = decide([column('a'), column('b')], decisions, shared);
    expect(columns.map(({ list }) => list)).toEqual(['list:agree', 'column:b']);
    expect(lists['list:agree']?.codes[1]?.missing).toBeNull();
  });

  it('that are the same become one, and one that the codebook names comes first', () => {
    const own = {
      ...shared,
      variables: [
        { name: 'a', codes: AGREE },
        { name: 'b', codeList: 'agree' },
      ],
    };
    expect(decide([column('a'), column('b')], [], own).columns.map(({ list }) => list)).toEqual([
      'list:agree',
      'list:agree',
    ]);
    const alike = decide([column('x'), column('y'), column('z', ['1', '2'])], [], undefined);
    expect(alike.columns.map(({ list }) => list)).toEqual(['column:x', 'column:x', 'column:z']);
  });

  it('that nobody uses stay where the codebook keeps them', () => {
    const { kept, unused } = decide([column('a')], [], codebook({ keptLists: { often: AGREE } }));
    expect(kept).toEqual(['often']);
    expect(unused['often']?.map(({ label }) => label)).toEqual(['Agree', 'Disagree', 'Refused']);
  });
});

describe('columns that are left out', () => {
  it('are those that the analyst leaves out, and those that a working makes again', () => {
    const file = codebook({ workings: [{ name: 'low', label: 'Low', recipe: {} as never }] });
    const { columns, leftOut } = decide(
      [column('a'), column('b'), column('low')],
      [{ name: 'b', leaveOut: true }],
      file,
    );
    expect(columns.map(({ name }) => name)).toEqual(['a']);
    expect(leftOut.map(({ name }) => name)).toEqual(['b', 'low']);
  });

  it('are not all of them', () => {
    expect(() => decide([column('a')], [{ name: 'a', leaveOut: true }], undefined)).toThrow(
      'Every column is left out.',
    );
  });
});

describe('what cannot be decided', () => {
  it.each([
    ['a column that the file has not', [{ name: 'gone' }], codebook({}), 'no column gone'],
    [
      'a level that its values do not have',
      [{ name: 'a', level: 'number' as const }],
      codebook({}),
      'a cannot be number',
    ],
    [
      'a list that the codebook has not',
      [],
      codebook({ variables: [{ name: 'a', codeList: 'agree' }] }),
      'no code list agree',
    ],
    [
      'a code that stands twice',
      [],
      codebook({ variables: [{ name: 'a', codes: [...AGREE, { code: '1', label: 'Yes' }] }] }),
      'The code 1 stands twice in a.',
    ],
    ['a kept list with a code twice', [], codebook({ keptLists: { often: [...AGREE, ...AGREE] } }), 'twice in often'],
  ])('is told: %s', (_, decisions, file, why) => {
    const text = column('a', ['x', 'y'], { storage: 'text', level: 'text' });
    expect(() => decide([text], decisions, file)).toThrow(why);
  });
});
