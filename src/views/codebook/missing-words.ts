import { plural } from '../../core/words.js';
import type { EntryEdit, RosterVariable } from '../../api/types.js';
import { type Code, MISSING_WORDS } from '../../core/codebook/types.js';

/** A code that stops being an answer, becomes one again, or gets another reason. */
export interface Turned {
  variable: number;
  code: string;
  to: Code['missing'];
}

/** What edits change about which codes are answers. */
export function turnedBy(edits: readonly EntryEdit[], variables: readonly RosterVariable[]): Turned[] {
  const byId = new Map(variables.map((variable) => [variable.id, variable]));
  return edits.flatMap(({ variable: id, codes }) => {
    const before = new Map(byId.get(id)?.codes.map(({ code, missing }) => [code, missing]));
    return (codes ?? []).flatMap(({ code, missing }) =>
      (before.get(code) ?? null) === missing ? [] : [{ variable: id, code, to: missing }],
    );
  });
}

/** The same for others who would change alike. */
export function alsoTurned(turned: readonly Turned[], others: readonly RosterVariable[]): Turned[] {
  const codes = new Map(turned.map(({ code, to }) => [code, to]));
  return others.flatMap(({ id }) => [...codes].map(([code, to]) => ({ variable: id, code, to })));
}

/** The same code and what it becomes, with the variables in which it does. */
export interface TurnedTogether {
  code: string;
  to: Code['missing'];
  variables: number[];
}

export function together(turned: readonly Turned[]): TurnedTogether[] {
  const byCode = new Map<string, TurnedTogether>();
  for (const { code, to, variable } of turned) {
    const key = JSON.stringify([code, to]);
    const same = byCode.get(key) ?? { code, to, variables: [] };
    same.variables.push(variable);
    byCode.set(key, same);
  }
  return [...byCode.values()];
}

/**
 * What will happen to answers, a sentence for each code and what it becomes.
 * @param reach respondents who have each of them in at least one of its variables
 */
export function sayTurned(same: readonly TurnedTogether[], reach: readonly number[]): string[] {
  return same.map(({ code, to, variables }, k) => {
    const people = reach[k] ?? 0;
    const where = variables.length === 1 ? '' : ` in ${variables.length} variables`;
    return (
      `${code} becomes ${to === null ? 'an answer' : `missing (${MISSING_WORDS[to]})`}${where}: ` +
      `${plural(people, 'respondent')}.`
    );
  });
}
