import { describe, expect, it } from 'vitest';
import type { Column } from '../count/column.js';
import { BLOCK, numberSource, withNumbers } from './numbers.js';

const CODED: Column = { kind: 'coded', values: Uint8Array.of(1, 2, 3, 0, 4), codes: ['1', '2.5', '9', 'none'] };
const SETS: Column = {
  kind: 'sets',
  words: Uint32Array.of(1),
  width: 1,
  state: Uint8Array.of(1),
  options: ['1'],
};
const REFUSED = [{ code: '9', label: 'Refused', missing: 'refused' as const }];

const read = (column: Column, codes: Parameters<typeof numberSource>[1] = [], size = 5, first = 0) => {
  const out = new Float64Array(size).fill(-1);
  numberSource(withNumbers(column, 'x'), codes).fill(out, first);
  return [...out];
};

describe('a column read as numbers', () => {
  it('has the numbers that its codes spell; blanks, words and missing codes are none', () => {
    expect(read(CODED, REFUSED)).toEqual([1, 2.5, NaN, NaN, NaN]);
    expect(read(CODED)).toEqual([1, 2.5, 9, NaN, NaN]);
  });

  it('of numbers has them as they are, without those that are missing', () => {
    const ages: Column = { kind: 'number', values: Float64Array.of(18, 9, NaN, 70.5), words: [] };
    expect(read(ages, REFUSED, 4)).toEqual([18, NaN, NaN, 70.5]);
  });

  it('is read from any respondent on, as far as there are some', () => {
    expect(read(CODED, [], 3, 3)).toEqual([NaN, NaN, -1]);
    expect(BLOCK).toBeGreaterThan(1000);
  });

  it('cannot be text or a question', () => {
    expect(() => withNumbers({ kind: 'text', values: [] }, 'Remark')).toThrow('Remark is text, which has no numbers.');
    expect(() => withNumbers(SETS, 'Crops')).toThrow('Crops is a multiple-response question.');
  });
});
