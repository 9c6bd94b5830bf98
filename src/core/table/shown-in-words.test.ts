import { describe, expect, it } from 'vitest';
import { shownInWords } from './shown-in-words.js';

describe('what of a table is shown', () => {
  it('is said part by part', () => {
    const figures = [{ figure: 'row-percent', decimals: 0 }, { figure: 'count' }] as const;
    expect(shownInWords({ figures: [...figures], hatch: false, signs: true, adjustment: 'holm' })).toBe(
      'figures: row-percent:0,count, no hatch, signs, adjustment: holm',
    );
  });

  it('is said with the limits on bases', () => {
    expect(shownInWords({ bases: { small: 50, hide: 10 } })).toBe('bases marked under: 50, bases not shown under: 10');
  });

  it('is said with how many readings are kept with it', () => {
    expect(shownInWords({ hatch: true, readings: [{ item: 0, nest: 1 }] })).toBe('hatch, readings: 1');
  });

  it('is said with the shares that are expected, by code', () => {
    expect(shownInWords({ shares: { '1': 2, '2': 1 } })).toBe('shares: 1 = 2; 2 = 1');
  });
});
