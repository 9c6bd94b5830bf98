import { describe, expect, it } from 'vitest';
import { compareCodes, parseNumber } from './number.js';

describe('parseNumber', () => {
  it('reads what spells a number', () => {
    expect(['1', ' -2.5 ', '+3', '.5', '1e3', '0', '0.25'].map(parseNumber)).toEqual([1, -2.5, 3, 0.5, 1000, 0, 0.25]);
  });
  it('does not read identifiers, separators or words', () => {
    expect(['007', '1,000', 'n/a', '', '12 m', '0x10', '1e999', '--1'].map(parseNumber)).toEqual(
      new Array(8).fill(null),
    );
  });
});

describe('compareCodes', () => {
  it('puts numbers by value, then words', () => {
    expect(['10', 'b', '9', 'a', '-1'].sort(compareCodes)).toEqual(['-1', '9', '10', 'a', 'b']);
  });
});
