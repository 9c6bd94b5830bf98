import { describe, expect, it } from 'vitest';
import { guessQuestions, liftCommon, ticksIn } from './questions.js';

const times = (n: number, make: (k: number) => string) => Array.from({ length: n }, (_, k) => make(k));

describe('columns that look like one question', () => {
  const codes = (...list: string[]) => list.map((code) => ({ code, respondents: 10 }));
  const column = (name: string, list: string[], label = '') => ({ name, label, codes: codes(...list), filled: 20 });
  const guess = (columns: ReturnType<typeof column>[], cells: string[][] = []) => guessQuestions(columns, cells);

  it('yes/no columns named alike, with the column for none apart', () => {
    const [question] = guess([
      column('id', ['1', '2', '3']),
      column('grow_beans', ['0', '1']),
      column('grow_kale', ['0', '1', '9']),
      column('grow_leeks', ['0', '1']),
      column('grow_none', ['0', '1']),
      column('age', ['20', '30']),
    ]);
    expect(question).toMatchObject({ is: 'ticks', name: 'grow', none: { name: 'grow_none', ticked: '1' } });
    expect(question?.columns).toEqual(
      ['beans', 'kale', 'leeks'].map((label) => ({ name: `grow_${label}`, label, ticked: '1' })),
    );
  });

  it('columns that each hold their own word or nothing', () => {
    const [question] = guess([column('q4a', ['Tea']), column('q4b', ['Coffee']), column('q4c', ['Water'])]);
    expect(question?.columns.map(({ label, ticked }) => [label, ticked])).toEqual([
      ['Tea', 'Tea'],
      ['Coffee', 'Coffee'],
      ['Water', 'Water'],
    ]);
  });

  it('labels lose what they have in common, which names the question', () => {
    const labels = ['What do you drink? Tea', 'What do you drink? Coffee', 'What do you drink? Water'];
    const [question] = guess(labels.map((label, k) => column(`d${k + 1}`, ['1', '2'], label)));
    expect(question?.label).toBe('What do you drink?');
    expect(question?.columns.map(({ label }) => label)).toEqual(['Tea', 'Coffee', 'Water']);
    expect(liftCommon(['Same', 'Same'])).toEqual({ common: '', rest: ['Same', 'Same'] });
  });

  it('slots over one code list, in which nobody has a code twice; a battery of scales is none', () => {
    const list = ['1', '2', '3', '4', '5', '6'];
    const slots = ['m1', 'm2', 'm3'].map((name) => column(name, list));
    const rows = times(60, String).map((_, k) => [0, 1, 2].map((j) => String(((k + j * 2) % 6) + 1)));
    expect(guess(slots, rows)[0]).toMatchObject({ is: 'slots', name: 'm' });
    const battery = times(60, String).map((_, k) => [k, k + 1, k * 2].map((v) => String((v % 3) + 3)));
    expect(guess(slots, battery)).toEqual([]);
  });

  it('yes/no columns of different names are none', () => {
    expect(guess([column('sex', ['1', '2']), column('owns', ['1', '2']), column('rents', ['1', '2'])])).toEqual([]);
  });
});

describe('the codes that mean ticked', () => {
  const codes = (...all: string[]) => all.map((code) => ({ code }));

  it('can be several in one column, with those for not ticked beside them', () => {
    expect(ticksIn(codes('Yes', 'no', 'yes', 'TRUE', 'x'))).toEqual({ ticked: 'Yes', also: ['yes', 'TRUE', 'x'] });
    expect(ticksIn(codes('1', '2'))).toEqual({ ticked: '1', also: [] });
    expect(ticksIn(codes('x'))).toEqual({ ticked: 'x', also: [] });
  });

  it('can be told by their labels', () => {
    expect(
      ticksIn([
        { code: '0', label: 'Yes' },
        { code: '1', label: 'No' },
      ]),
    ).toEqual({ ticked: '0', also: [] });
  });

  it('are none where a code says neither yes nor no', () => {
    expect(ticksIn(codes('Yes', 'no', 'perhaps'))).toBeNull();
    expect(ticksIn(codes('no', 'n'))).toBeNull();
  });
});
