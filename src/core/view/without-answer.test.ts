import { describe, expect, it } from 'vitest';
import { axis, tableOf } from '../reading/axes.fixtures.js';
import type { LeftOut, Table } from '../table/table.js';
import { laidOut } from './laid-out.js';
import { viewOfTable } from './table-view.js';
import { askedIn, withoutAnswer } from './without-answer.js';

const leftOut: LeftOut[] = [
  { why: 'outside', variable: 'Site', reason: 'not North', respondents: 500 },
  { why: 'missing', variable: 'Mood', reason: 'Refused', respondents: 15 },
  { why: 'blank', variable: 'Mood', reason: 'blank', respondents: 5 },
];
const both = tableOf(axis('Mood', 'unordered', ['a', 'b']), axis('Site', 'unordered', ['n']), [[20], [60]]);
const table: Table = { ...both, columns: null, leftOut };

describe('those who gave no answer', () => {
  it('were asked; who is outside a filter was not', () => {
    expect(askedIn({ base: 80, leftOut })).toBe(100);
    expect(withoutAnswer({ base: 80, leftOut })).toEqual([
      { label: 'Refused', respondents: 15, share: 15 },
      { label: 'Blank', respondents: 5, share: 5 },
    ]);
    expect(withoutAnswer({ base: 0, leftOut: [] })).toEqual([]);
  });

  it('have lines of their own beside percentages of all', () => {
    const view = viewOfTable('Mood', table, { marks: null, letters: null, assessment: null });
    const figures = (['count', 'column-percent', 'all-percent'] as const).map((figure) => ({ figure }));
    const [copy] = laidOut(view, { hatch: false, figures });
    expect(copy!.head[0]!.map(({ text }) => text)).toEqual(['Mood', 'respondents', '%', '% of all']);
    expect(copy!.body.map((line) => line.map(({ text }) => text))).toEqual([
      ['a', '20', '25.0', '20.0'],
      ['b', '60', '75.0', '60.0'],
      ['Base', '80', '', ''],
      ['Refused', '15', '', '15.0'],
      ['Blank', '5', '', '5.0'],
    ]);
    const [without] = laidOut(view, { hatch: false });
    expect(without!.body).toHaveLength(3);
  });
});
