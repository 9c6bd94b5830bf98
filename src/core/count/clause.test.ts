import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type ClauseOf, conditionsIn, depthOf, mapClause, VERDICT, type Verdict, verdictOfClause } from './clause.js';

interface Given {
  is: Verdict;
}
const { outside, inside, unknown } = VERDICT;
const judge = (clause: ClauseOf<Given>) =>
  verdictOfClause(
    clause,
    ({ is }) =>
      () =>
        is,
  )(0);
const given = (is: Verdict): Given => ({ is });

const clauses = fc.letrec<{ clause: ClauseOf<Given> }>((tie) => ({
  clause: fc.oneof(
    { maxDepth: 4 },
    fc.constantFrom(outside, inside, unknown).map(given),
    fc.array(tie('clause'), { minLength: 1, maxLength: 3 }).map((and) => ({ and })),
    fc.array(tie('clause'), { minLength: 1, maxLength: 3 }).map((or) => ({ or })),
    tie('clause').map((not) => ({ not })),
  ),
})).clause;

describe('a clause', () => {
  it('leaves who gave no answer unknown, unless the other part decides', () => {
    expect(judge({ and: [given(unknown), given(inside)] })).toBe(unknown);
    expect(judge({ and: [given(unknown), given(outside)] })).toBe(outside);
    expect(judge({ or: [given(unknown), given(inside)] })).toBe(inside);
    expect(judge({ or: [given(unknown), given(outside)] })).toBe(unknown);
    expect(judge({ not: given(unknown) })).toBe(unknown);
  });
  it('keeps the laws of De Morgan, and a double not is none', () => {
    fc.assert(
      fc.property(fc.array(clauses, { minLength: 1, maxLength: 4 }), (parts) => {
        expect(judge({ not: { and: parts } })).toBe(judge({ or: parts.map((not) => ({ not })) }));
        expect(judge({ not: { or: parts } })).toBe(judge({ and: parts.map((not) => ({ not })) }));
        expect(judge({ not: { not: { and: parts } } })).toBe(judge({ and: parts }));
      }),
    );
  });
  it('can be inside only where what is unknown could make it so', () => {
    fc.assert(
      fc.property(clauses, (clause) => {
        const settle = (as: Verdict) => judge(mapClause(clause, ({ is }) => given(is === unknown ? as : is)));
        const verdict = judge(clause);
        if (verdict !== unknown) expect([settle(inside), settle(outside)]).toEqual([verdict, verdict]);
      }),
    );
  });
  it('tells its conditions and its depth', () => {
    const clause = { or: [given(inside), { and: [given(outside), { not: given(unknown) }] }] };
    expect(conditionsIn<Given>(clause).map(({ is }) => is)).toEqual([inside, outside, unknown]);
    expect(depthOf<Given>(clause)).toBe(4);
  });
});
