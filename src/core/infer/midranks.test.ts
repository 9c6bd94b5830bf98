import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { total } from '../numerics/total.js';
import { midranks } from './midranks.js';

const totals = fc.array(fc.integer({ min: 1, max: 50 }), { minLength: 1, maxLength: 12 });

describe('midranks', () => {
  it('are the mean places of the respondents, all put in order', () => {
    expect(midranks([1, 1, 1])).toEqual([1, 2, 3]);
    expect(midranks([4])).toEqual([2.5]);
  });

  it('add up, over all respondents, to the sum of their places', () => {
    fc.assert(
      fc.property(totals, (given) => {
        const N = total(given);
        const ranks = midranks(given);
        expect(total(ranks.map((rank, k) => rank * given[k]!))).toBeCloseTo((N * (N + 1)) / 2, 6);
        expect(ranks.every((rank, k) => k === 0 || rank > ranks[k - 1]!)).toBe(true);
      }),
    );
  });

  it('are turned round where the categories are', () => {
    fc.assert(
      fc.property(totals, (given) => {
        const N = total(given);
        const back = midranks([...given].reverse()).reverse();
        midranks(given).forEach((rank, k) => expect(rank + back[k]!).toBeCloseTo(N + 1, 9));
      }),
    );
  });
});
