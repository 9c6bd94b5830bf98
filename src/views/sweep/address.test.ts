import { describe, expect, it } from 'vitest';
import { AGE, variable } from '../roster/variable.fixtures.js';
import { EMPTY } from '../tables/url.js';
import { type SweepAsk, sweepIn, sweepQuery } from './address.js';

const BOTH = [variable({ id: 1, name: 'site', label: 'Site' }), AGE];

describe('the address of a sweep', () => {
  it('keeps what is asked for, and says nothing of what is usual', () => {
    const usual: SweepAsk = { draft: EMPTY, sort: 'strength', adjustment: 'holm' };
    expect(sweepQuery(usual, BOTH)).toBe('');
    const ask: SweepAsk = {
      draft: { ...EMPTY, rows: [{ variable: 2 }], by: [[1]] },
      sort: 'p',
      adjustment: 'benjamini-hochberg',
    };
    expect(sweepIn(sweepQuery(ask, BOTH), BOTH)).toEqual(ask);
    expect(sweepIn('?by=gone&sort=x&adjust=y', BOTH)).toEqual(usual);
  });
});
