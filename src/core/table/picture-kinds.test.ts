import { describe, expect, it } from 'vitest';
import { picturesOf } from './picture-kinds.js';
import { tableOf } from './survey.fixtures.js';

const person = { answer: 1, group: 1, season: 1, weight: 1, crops: [0] };
const all = [person, { ...person, answer: 2, group: 2 }];

describe('the pictures of a table', () => {
  it('are those that its rows and columns allow', () => {
    const cross = tableOf(all, {});
    expect(picturesOf(cross)).toContain('stacked');
    expect(picturesOf(cross).at(-1)).toBe('slopes');
    expect(picturesOf(tableOf(all, { rows: 'crops' }))).toEqual(['bars', 'dots', 'slopes']);
    expect(picturesOf(tableOf(all, { by: false }))).toEqual(['bars', 'dots']);
    const scale = {
      ...cross,
      rows: { ...cross.rows, variable: { ...cross.rows.variable, level: 'ordered' as const } },
    };
    expect(picturesOf(scale)).toContain('diverging');
    expect(picturesOf(scale, true)).toEqual(['diverging', 'stacked', 'bars', 'dots']);
  });

  it('are none of nobody, and of more answers than anybody tells apart', () => {
    expect(picturesOf(tableOf([], {}))).toEqual([]);
    const cross = tableOf(all, {});
    const categories = Array.from({ length: 30 }, () => cross.rows.categories[0]!);
    expect(picturesOf({ ...cross, rows: { ...cross.rows, categories } })).toEqual([]);
  });
});
