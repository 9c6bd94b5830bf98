import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type ClauseOf, mapClause, VERDICT, type Verdict } from './clause.js';
import type { CodedColumn } from './column.js';
import { type FilterCondition, verdictsOfClause } from './verdicts.js';

interface Given {
  is: Verdict;
}
const { outside, inside, unknown } = VERDICT;
const given = (is: Verdict): Given => ({ is });

/** A condition that has a verdict on the one respondent there is. */
function conditionOf({ is }: Given): FilterCondition {
  const value = { [inside]: 1, [outside]: 2, [unknown]: 0 }[is];
  const column: CodedColumn = { kind: 'coded', values: Uint8Array.of(value), codes: ['in', 'out'] };
  return { column, name: 'x', rule: { is: 'any-of', codes: ['in'] }, missing: [] };
}
const judge = (clause: ClauseOf<Given>) =>
  verdictsOfClause(mapClause<Given, FilterCondition>(clause, conditionOf), 1)[0];

const clauses = fc.letrec<{ clause: ClauseOf<Given> }>((tie) => ({
  clause: fc.oneof(
    { maxDepth: 4 },
    fc.constantFrom(outside, inside, unknown).map(given),
    fc.array(tie('clause'), { minLength: 1, maxLength: 3 }).map((and) => ({ and })),
    fc.array(tie('clause'), { minLength: 1, maxLength: 3 }).map((or) => ({ or })),
    tie('clause').map((not) => ({ not })),
  ),
})).clause;

describe('the verdict of a clause', () => {
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
        const settle = (as: Verdict) =>
          judge(mapClause<Given, Given>(clause, ({ is }) => given(is === unknown ? as : is)));
        const verdict = judge(clause);
        if (verdict !== unknown) expect([settle(inside), settle(outside)]).toEqual([verdict, verdict]);
      }),
    );
  });
  it('looks codes up that are more than a byte holds', () => {
    const codes = Array.from({ length: 300 }, (_, k) => String(k + 1));
    const column: CodedColumn = { kind: 'coded', values: Uint16Array.of(300, 1, 0, 299), codes };
    const rule = { is: 'any-of', codes: ['300', '1'] } as const;
    expect([...verdictsOfClause({ column, name: 'x', rule, missing: ['1'] }, 4)]).toEqual([1, 2, 2, 0]);
  });
});
