import type { EntryEdit, MissingPlan, RosterVariable } from '../../api/types.js';
import { type Code, MISSING_WORDS } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';

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
    return (codes ?? []).flatMap(({ code, missing }) => ((before.get(code) ?? null) === missing ? [] : [{ variable: id, code, to: missing }])); // prettier-ignore
  });
}

/** The same for others who would change alike. */
export function alsoTurned(turned: readonly Turned[], others: readonly RosterVariable[]): Turned[] {
  const codes = new Map(turned.map(({ code, to }) => [code, to]));
  return others.flatMap(({ id }) => [...codes].map(([code, to]) => ({ variable: id, code, to })));
}

/** What will happen to answers, a sentence for each code and what it becomes. */
export function sayTurned(turned: readonly Turned[], lines: MissingPlan['lines']): string[] {
  const respondents = new Map(lines.map((line) => [`${line.variable} ${line.code}`, line.respondents]));
  const together = new Map<string, Turned[]>();
  for (const one of turned) {
    const key = JSON.stringify([one.code, one.to]);
    together.set(key, [...(together.get(key) ?? []), one]);
  }
  return [...together.values()].map((same) => {
    const { code, to } = same[0]!;
    const people = same.reduce((sum, one) => sum + (respondents.get(`${one.variable} ${one.code}`) ?? 0), 0);
    const where = same.length === 1 ? '' : ` in ${same.length} variables`;
    return `${code} becomes ${to === null ? 'an answer' : `missing (${MISSING_WORDS[to]})`}${where}: ${whole(people)} respondent${people === 1 ? '' : 's'}.`;
  });
}
