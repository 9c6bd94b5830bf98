import { describe, expect, it } from 'vitest';
import type { Gather } from '../../../../core/recode/gather/shape.js';
import { variable } from '../../../roster/variable.fixtures.js';
import { codesIn, tickedIn, withColumns, withTick } from './gather-edits.js';

const code = (value: string, label: string) => ({ code: value, label, missing: null });
const column = (id: number, label: string, codes = [code('1', 'Yes'), code('2', 'No')]) =>
  variable({ id, name: `q${id}`, label, codes });
const candidates = [column(1, 'Grows beans'), column(2, 'Grows onions'), column(3, 'Grows none', [code('1', 'Ja')])];
const empty: Gather = { kind: 'gather', items: [], none: null };

describe('the codes of columns', () => {
  it('are told with their labels, and in how many columns they are', () => {
    expect(codesIn(candidates)).toEqual([
      { code: '1', labels: ['Yes', 'Ja'], columns: 3 },
      { code: '2', labels: ['No'], columns: 2 },
    ]);
  });
});

describe('columns of a question', () => {
  const both = withColumns(empty, candidates, [2, 1]);

  it('stand in the order of the roster, labelled by what tells them apart, ticked by the code that says yes', () => {
    expect(both.items).toEqual([
      { source: 1, label: 'Beans', ticked: '1' },
      { source: 2, label: 'Onions', ticked: '1' },
    ]);
    expect(tickedIn(both)).toBe('1');
  });

  it('keep a label that was typed, and the code that was chosen for the others', () => {
    const typed = {
      ...both,
      items: both.items.map((item, k) => ({ ...item, ticked: '2', label: k ? item.label : 'Runner beans' })),
    };
    const more = withColumns(typed, candidates, [1, 2, 3]);
    expect(more.items.map(({ label, ticked }) => [label, ticked])).toEqual([
      ['Runner beans', '2'],
      ['Onions', '2'],
      ['None', '2'],
    ]);
  });

  it('take the column out of “none of these” when it is chosen', () => {
    const none = { source: 3, label: 'None of these', ticked: '1' };
    expect(withColumns({ ...both, none }, candidates, [1, 2]).none).toEqual(none);
    expect(withColumns({ ...both, none }, candidates, [1, 2, 3]).none).toBeNull();
  });

  it('have no code in common where each has its own', () => {
    const [beans, onions] = both.items;
    expect(tickedIn({ ...both, items: [beans!, { ...onions!, ticked: '2' }] })).toBe('');
    expect(tickedIn(empty)).toBe('');
  });
});

describe('a tick', () => {
  const item = { source: 1, label: 'Beans', ticked: '1' };

  it('is added, the codes in the order of the column, and taken away', () => {
    const two = withTick(item, ['0', '1', '2'], '0', true);
    expect(two).toMatchObject({ ticked: '0', also: ['1'] });
    expect(withTick(two, ['0', '1', '2'], '0', false)).toMatchObject({ ticked: '1', also: undefined });
    expect(withTick(item, ['0', '1', '2'], '1', false).ticked).toBe('');
  });
});
