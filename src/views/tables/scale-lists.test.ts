import { describe, expect, it } from 'vitest';
import { variable } from '../roster/variable.fixtures.js';
import { offHere, scaleLists } from './scale-lists.js';
import { EMPTY } from './url.js';

const code = (at: number, label: string, missing: 'refused' | null = null) => ({ code: String(at), label, missing });
const often = [code(1, 'Often'), code(2, 'Never'), code(9, 'Refused', 'refused')];
const scale = (id: number, label: string, codes = often) =>
  variable({ id, name: label, label, level: 'ordered', codes });
const VARIABLES = [
  scale(1, 'Tap'),
  scale(2, 'Store'),
  scale(3, 'Mood', [code(1, 'Good'), code(2, 'Bad')]),
  variable({ id: 4, name: 'site', label: 'Site', level: 'unordered', codes: [code(1, 'North')] }),
];

describe('the scales of a table', () => {
  it('are of its ordered variables, those with the same answers together', () => {
    const draft = { ...EMPTY, rows: [{ variable: 1 }, { variable: 2 }, { variable: 4 }], by: [[3], [4, 1]] };
    const lists = scaleLists(draft, VARIABLES);
    expect(lists.map(({ title, variables }) => ({ title, variables }))).toEqual([
      { title: 'Tap', variables: [1, 2] },
      { title: 'Mood', variables: [3] },
    ]);
    expect(lists[0]?.codes.map(({ label }) => label)).toEqual(['Often', 'Never']);
  });

  it('know what is off them: as the codebook says, and as the table says otherwise', () => {
    const listed = { ...scale(1, 'Tap'), offScale: ['2', '9'] };
    const [list] = scaleLists({ ...EMPTY, rows: [{ variable: 1 }] }, [listed]);
    // What is no answer and off the scale can be put back on it, so it is among them.
    expect(list?.codes.map(({ code: own }) => own)).toEqual(['1', '2', '9']);
    expect(offHere(list!, EMPTY)).toEqual(['2', '9']);
    const codes = [
      { variable: 1, code: '1', offScale: 'aside' as const },
      { variable: 1, code: '2', offScale: 'on' as const },
    ];
    expect(offHere(list!, { ...EMPTY, codes })).toEqual(['1', '9']);
  });

  it('are none where an order makes no difference', () => {
    expect(scaleLists({ ...EMPTY, rows: [{ variable: 4 }] }, VARIABLES)).toEqual([]);
  });

  it('are taken as this table takes them', () => {
    const levels = [{ variable: 2, level: 'unordered' as const }];
    const lists = scaleLists({ ...EMPTY, rows: [{ variable: 1 }, { variable: 2 }], levels }, VARIABLES);
    expect(lists.map(({ level, listed }) => [level, listed])).toEqual([
      ['ordered', 'ordered'],
      ['unordered', 'ordered'],
    ]);
  });
});
