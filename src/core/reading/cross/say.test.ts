import { describe, expect, it } from 'vitest';
import { assessmentOfTable, read } from '../read.js';
import type { Answer } from '../types.js';
import { cross, part } from '../cross-tables.fixtures.js';

describe('sentences beside row percentages', () => {
  const table = cross({ label: 'Tap', labels: ['Yes', 'No'] }, { label: 'Site', labels: ['Mill', 'Weir', 'Ley'] }, [
    [90, 20, 30],
    [10, 80, 70],
  ]);
  const answers = (shown: 'row' | 'column' | 'total') =>
    read(table, assessmentOfTable(table, 0.95), 0.95, { percent: shown });

  it('give row percentages, and say of which row they are', () => {
    const where = part(answers('row'), 'where').cells.map(
      ({ subject, parts }) => `${subject} | ${parts.map(({ text }) => text).join(' | ')}`,
    );
    expect(where[0]).toBe('Tap: Yes | Site “Mill”: 64%, overall 33% | Site “Weir”: 14%, overall 33%');
    expect(part(answers('row'), 'say').sentence).toMatch(
      /: Site is “Mill” for 64% where Tap is “Yes”, and for 6% where it is “No”\.$/,
    );
  });

  it('are those of column percentages where the table shows any other', () => {
    expect(answers('total')).toEqual(answers('column'));
    expect(part(answers('column'), 'say').sentence).toContain('Tap is “Yes” for 90% where Site is “Mill”');
  });

  it('change no test, measure or check', () => {
    const figures = (all: Answer[]) =>
      all.map(({ verdict, tests, measures, checks }) => ({ verdict, tests, measures, checks }));
    expect(figures(answers('row'))).toEqual(figures(answers('column')));
  });
});
