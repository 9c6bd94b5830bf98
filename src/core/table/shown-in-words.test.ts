import { describe, expect, it } from 'vitest';
import { shownInWords } from './shown-in-words.js';

describe('what of a table is shown', () => {
  it('is said part by part', () => {
    expect(shownInWords({ percent: 'row', counts: true, hatch: false, expected: false, letters: 'holm' })).toBe(
      'percent: row, counts, no hatch, no expected, letters: holm',
    );
  });

  it('is said with the shares that are expected, by code', () => {
    expect(shownInWords({ shares: { '1': 2, '2': 1 } })).toBe('shares: 1 = 2; 2 = 1');
  });
});
