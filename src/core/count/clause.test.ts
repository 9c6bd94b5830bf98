import { describe, expect, it } from 'vitest';
import { conditionsIn, depthOf, mapClause } from './clause.js';

interface Named {
  of: string;
}
const CLAUSE = { or: [{ of: 'a' }, { and: [{ of: 'b' }, { not: { of: 'c' } }] }] };

describe('a clause', () => {
  it('tells its conditions and its depth', () => {
    expect(conditionsIn<Named>(CLAUSE).map(({ of }) => of)).toEqual(['a', 'b', 'c']);
    expect(depthOf<Named>(CLAUSE)).toBe(4);
  });
  it('stays as it is built over other conditions', () => {
    const louder = mapClause<Named, Named>(CLAUSE, ({ of }) => ({ of: of.toUpperCase() }));
    expect(louder).toEqual({ or: [{ of: 'A' }, { and: [{ of: 'B' }, { not: { of: 'C' } }] }] });
  });
});
