import { describe, expect, it } from 'vitest';
import type { Level } from '../codebook/types.js';
import { readPaper } from '../paper/read-paper.js';
import type { Table } from '../table/table.js';
import { cross, part, readIt, SITES } from './cross-tables.fixtures.js';
import { paper } from './papers.fixtures.js';
import { read } from './read.js';

describe('the reading of a frequency table', () => {
  const frequency = (cells: number[][], level: Level = 'unordered'): Table => ({
    ...cross({ label: 'Site', level, labels: ['Mill Row', 'Quarry Side', 'Weir End'] }, SITES, cells, [100]),
    columns: null,
  });
  it('says what leads and how sure that is', () => {
    const answers = readIt(frequency([[60], [25], [15]]));
    expect(part(answers, 'where').verdict).toBe('Mill Row, 60%.');
    expect(part(answers, 'trust').checks[0]).toMatchObject({ ok: true });
    expect(part(answers, 'say').sentence).toBe(
      'Site: “Mill Row” was given by 60% of 100 respondents (95% interval 50% to 69%), followed by “Quarry ' +
        'Side” with 25%.',
    );
  });
  it('does not call a winner where the intervals meet', () => {
    expect(part(readIt(frequency([[40], [38], [22]])), 'trust').checks[0]).toEqual({
      ok: false,
      text: 'Mill Row and Quarry Side are too close to call: their intervals overlap.',
    });
  });
  it('is silent on an empty table', () => {
    expect(readIt({ ...frequency([[0], [0], [0]]), base: 0 })).toEqual([]);
  });
});

describe('the reading of one list of counts', () => {
  const readOneWay = (counts: number[][]) => readPaper(paper('one-way', [counts]));
  it('compares with equal shares, or with those that are expected', () => {
    const { table, proportions } = readOneWay([
      [52, 50],
      [31, 25],
      [17, 25],
    ]);
    const equal = part(read(table!, null, 0.95), 'association');
    expect(equal).toMatchObject({
      question: 'Do they depart from equal shares?',
      verdict: 'Yes, p < .001.',
      behind: true,
    });
    expect(read(table!, null, 0.95)[0]?.id).not.toBe('association');
    const given = read(table!, null, 0.95, { proportions });
    expect(part(given, 'association').behind).toBe(false);
    expect(part(given, 'association').tests[0]?.text).toBe('χ²(2) = 4.08, p = .13');
    expect(part(given, 'say').sentence).toContain('; against the shares expected, χ²(2, N = 100) = 4.08, p = .13.');
  });
  it('works p out over all tables where counts are few', () => {
    const { table } = readOneWay([
      [3, 1],
      [0, 1],
      [1, 1],
    ]);
    expect(part(read(table!, null, 0.95), 'association').tests[0]?.id).toBe('goodness-of-fit:exact');
  });
});
