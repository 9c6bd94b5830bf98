/** Conditions joined by and, or and not; a condition `C` alone is the least of them. */
export type ClauseOf<C> = C | { and: readonly ClauseOf<C>[] } | { or: readonly ClauseOf<C>[] } | { not: ClauseOf<C> };

/** How a respondent stands to a clause. Who has no answer to a condition is neither inside nor outside, but unknown. */
export const VERDICT = { outside: 0, inside: 1, unknown: 2 } as const;
export type Verdict = (typeof VERDICT)[keyof typeof VERDICT];

/** What is done with each form of a clause. */
export interface Joins<C, T> {
  condition: (condition: C) => T;
  and: (parts: readonly T[]) => T;
  or: (parts: readonly T[]) => T;
  not: (part: T) => T;
}

/**
 * Works a clause out from its conditions upwards.
 * @example
 * const clause = { and: [{ of: 'a' }, { not: { of: 'b' } }] };
 * // How many conditions it has.
 * foldClause(clause, { condition: () => 1, and: total, or: total, not: (part) => part }); // 2
 */
export function foldClause<C extends object, T>(clause: ClauseOf<C>, joins: Joins<C, T>): T {
  const fold = (part: ClauseOf<C>): T => {
    if ('and' in part) return joins.and(part.and.map(fold));
    if ('or' in part) return joins.or(part.or.map(fold));
    if ('not' in part) return joins.not(fold(part.not));
    return joins.condition(part);
  };
  return fold(clause);
}

/**
 * The same clause over other conditions.
 * @example
 * mapClause({ and: [{ of: 1 }, { not: { of: 2 } }] }, ({ of }) => ({ of: of + 10 }));
 * // { and: [{ of: 11 }, { not: { of: 12 } }] }
 */
export function mapClause<C extends object, D extends object>(
  clause: ClauseOf<C>,
  change: (condition: C) => D,
): ClauseOf<D> {
  return foldClause<C, ClauseOf<D>>(clause, {
    condition: change,
    and: (and) => ({ and }),
    or: (or) => ({ or }),
    not: (not) => ({ not }),
  });
}

/**
 * The conditions of a clause, in the order in which they are said.
 * @example conditionsIn({ and: [{ of: 1 }, { not: { of: 2 } }] }) // [{ of: 1 }, { of: 2 }]
 */
export function conditionsIn<C extends object>(clause: ClauseOf<C>): C[] {
  return foldClause<C, C[]>(clause, {
    condition: (condition) => [condition],
    and: (parts) => parts.flat(),
    or: (parts) => parts.flat(),
    not: (part) => part,
  });
}

/**
 * How deep a clause is: 1 for a condition alone.
 * @example depthOf({ and: [{ of: 1 }, { not: { of: 2 } }] }) // 3
 */
export function depthOf<C extends object>(clause: ClauseOf<C>): number {
  const deepest = (parts: readonly number[]) => 1 + Math.max(0, ...parts);
  return foldClause<C, number>(clause, {
    condition: () => 1,
    and: deepest,
    or: deepest,
    not: (part) => 1 + part,
  });
}
