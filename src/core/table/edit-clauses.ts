import { type Clause, type Condition } from './sentence.js';

/** Clauses without those that say nothing: a join of none, a join of one. */
function tidied(clause: Clause): Clause | null {
  if ('not' in clause) {
    const inside = tidied(clause.not);
    return inside && { not: inside };
  }
  if (!('and' in clause) && !('or' in clause)) return clause;
  const parts = ('and' in clause ? clause.and : clause.or).flatMap((part) => tidied(part) ?? []);
  const [first, ...others] = parts;
  if (!first || others.length === 0) return first ?? null;
  return 'and' in clause ? { and: parts } : { or: parts };
}

/**
 * Puts something else in the place of the condition at `at`, counted over all clauses as they are said; null: nothing.
 */
export function changeCondition(only: readonly Clause[], at: number, next: Condition | null): Clause[] {
  let seen = 0;
  const change = (clause: Clause): Clause | null => {
    if ('not' in clause) {
      const inside = change(clause.not);
      return inside && { not: inside };
    }
    if ('and' in clause) return { and: clause.and.flatMap((part) => change(part) ?? []) };
    if ('or' in clause) return { or: clause.or.flatMap((part) => change(part) ?? []) };
    return seen++ === at ? next : clause;
  };
  return only.flatMap((clause) => change(clause) ?? []).flatMap((clause) => tidied(clause) ?? []);
}

const alternatives = (clause: Clause): readonly Clause[] => ('or' in clause ? clause.or : [clause]);

/** Joins clause `k` to the one before it by "or": one of the two is enough. */
export function joinByOr(only: readonly Clause[], k: number): Clause[] {
  const [before, own] = [only[k - 1], only[k]];
  if (!before || !own) return [...only];
  const joined: Clause = { or: [...alternatives(before), ...alternatives(own)] };
  return [...only.slice(0, k - 1), joined, ...only.slice(k + 1)];
}

/** Cuts the alternatives of clause `k` before its part `part`: both sides must hold then. */
export function joinByAnd(only: readonly Clause[], k: number, part: number): Clause[] {
  const own = only[k];
  if (!own || !('or' in own)) return [...only];
  const sides: Clause[] = [{ or: own.or.slice(0, part) }, { or: own.or.slice(part) }];
  return [...only.slice(0, k), ...sides.flatMap((side) => tidied(side) ?? []), ...only.slice(k + 1)];
}
