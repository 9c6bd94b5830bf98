import { describe, expect, it } from 'vitest';
import { cellClauses } from './cell-clauses.js';
import { tableOf } from './survey.fixtures.js';

const person = { answer: 1, group: 1, season: 1, weight: 1, crops: [0] };
const all = [person, { ...person, answer: 2, group: 2, crops: [] }];
const NETS = [{ label: 'One or two', codes: ['1', '2'] }];
const table = tableOf(all, { nets: NETS });
const line = (is: string, code: string) => ({ is, code, path: [] });
const item = { variable: 1 };

describe('conditions that keep the respondents of a cell', () => {
  it('are one for each of its variables, and one for the weight', () => {
    const clauses = cellClauses(table, item, { row: line('answer', '2'), column: line('answer', '1'), weight: 4 });
    expect(clauses).toEqual([
      { variable: 1, is: 'any-of', codes: ['2'] },
      { variable: 2, is: 'any-of', codes: ['1'] },
      { variable: 4, is: 'between', from: null, to: null },
    ]);
  });

  it('are those of all columns together, of a net, and of each level of a nest', () => {
    const net = cellClauses(table, item, { row: line('net', 'One or two'), column: line('total', ''), weight: null });
    expect(net).toEqual([
      { variable: 1, is: 'any-of', codes: ['1', '2'] },
      { variable: 2, is: 'any-of', codes: ['1', '2'] },
    ]);
    const path = ['5', '6'].map((code, k) => ({ variable: 7 + k, code, label: '' }));
    const nested = { row: line('answer', '1'), column: { is: 'answer', code: '["5","6"]', path }, weight: null };
    expect(cellClauses(table, item, nested)?.slice(1)).toEqual([
      { variable: 7, is: 'any-of', codes: ['5'] },
      { variable: 8, is: 'any-of', codes: ['6'] },
    ]);
  });

  it('are none where conditions cannot say it', () => {
    const crops = tableOf(all, { rows: 'crops' });
    const column = line('answer', '1');
    expect(cellClauses(crops, { variable: 5 }, { row: line('none', 'none'), column, weight: null })).toBeNull();
    const first = { variable: 5, mention: 'first' as const };
    expect(cellClauses(crops, first, { row: line('option', '1'), column, weight: null })).toBeNull();
    expect(cellClauses(crops, { variable: 5 }, { row: line('option', '1'), column, weight: null })).toHaveLength(2);
  });
});
