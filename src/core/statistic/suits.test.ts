import { describe, expect, it } from 'vitest';
import { measureOf, testOf } from './registry.js';
import { suits, type Variables } from './suits.js';

const variables = (parts: Partial<Variables>): Variables => ({
  rowsOrdered: false,
  columnsOrdered: false,
  rows: 3,
  columns: 4,
  paired: false,
  ...parts,
});

describe('what suits two variables', () => {
  it('takes measures of order where both have one, and two categories for an order', () => {
    const { levels, shape } = measureOf('gamma');
    const gamma = (parts: Partial<Variables>) => suits({ levels, shape }, variables(parts));
    expect(gamma({})).toBe(false);
    expect(gamma({ rowsOrdered: true })).toBe(false);
    expect(gamma({ rowsOrdered: true, columnsOrdered: true })).toBe(true);
    expect(gamma({ rowsOrdered: true, columns: 2 })).toBe(true);
    expect(gamma({ rows: 2, columns: 2 })).toBe(true);
  });

  it('takes a trend where one at least is a scale', () => {
    const trend = (parts: Partial<Variables>) => suits(testOf('linear-trend'), variables(parts));
    expect(trend({ rows: 2, columns: 2 })).toBe(false);
    expect(trend({ rows: 2, columnsOrdered: true })).toBe(true);
  });

  it('takes eta of the variable that is ordered, on tables larger than 2 x 2', () => {
    const eta = (id: 'eta:rows' | 'eta:columns', parts: Partial<Variables>) => suits(measureOf(id), variables(parts));
    expect([eta('eta:rows', { rowsOrdered: true }), eta('eta:columns', { rowsOrdered: true })]).toEqual([true, false]);
    expect(eta('eta:rows', { rows: 2, columns: 2 })).toBe(false);
  });

  it('takes agreement and change where both have the same categories', () => {
    for (const record of [measureOf('kappa'), testOf('mcnemar'), testOf('bowker')]) {
      expect(suits(record, variables({}))).toBe(false);
      expect(suits(record, variables({ paired: true }))).toBe(true);
    }
  });

  it('takes mean scores of groups where one is ordered and the other not, and lines of two by more', () => {
    expect(suits(testOf('kruskal-wallis'), variables({ rowsOrdered: true }))).toBe(true);
    expect(suits(testOf('kruskal-wallis'), variables({ rowsOrdered: true, columnsOrdered: true }))).toBe(false);
    expect(suits(testOf('cochran-armitage'), variables({ rows: 2, columnsOrdered: true }))).toBe(true);
    expect(suits(testOf('cochran-armitage'), variables({ rowsOrdered: true, columnsOrdered: true }))).toBe(false);
  });
});
