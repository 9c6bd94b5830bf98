import { describe, expect, it } from 'vitest';
import { changeCondition, joinByAnd, joinByOr } from './edit-clauses.js';
import type { Condition } from './sentence.js';

const is = (variable: number): Condition => ({ variable, is: 'any-of', codes: ['1'] });
const [a, b, c, d] = [is(1), is(2), is(3), is(4)];

describe('clauses', () => {
  it('have a condition changed or taken out wherever it stands', () => {
    const only = [a, { or: [b, { not: c }] }, d];
    expect(changeCondition(only, 2, is(9))).toEqual([a, { or: [b, { not: is(9) }] }, d]);
    expect(changeCondition(only, 2, null)).toEqual([a, b, d]);
    expect(changeCondition(only, 3, null)).toEqual([a, { or: [b, { not: c }] }]);
    expect(changeCondition([{ not: a }], 0, null)).toEqual([]);
  });
  it('are joined by or with the one before, and by and again', () => {
    const joined = joinByOr([a, b, c], 1);
    expect(joined).toEqual([{ or: [a, b] }, c]);
    expect(joinByOr(joined, 1)).toEqual([{ or: [a, b, c] }]);
    expect(joinByAnd(joined, 0, 1)).toEqual([a, b, c]);
    expect(joinByAnd([{ or: [a, b, c] }], 0, 2)).toEqual([{ or: [a, b] }, c]);
    expect([joinByOr([a], 0), joinByAnd([a], 0, 1)]).toEqual([[a], [a]]);
  });
});
