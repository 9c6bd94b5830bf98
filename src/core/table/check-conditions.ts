import { byId } from '../by-id.js';
import { canonicalCode } from '../codebook/number.js';
import { titleOf, type Variable } from '../codebook/types.js';
import { Fault } from '../fault.js';
import { conditionsIn } from '../count/clause.js';
import type { Clause, Condition } from './sentence.js';

const LISTED = 12;

/**
 * Refuses conditions that can mean nothing: codes that the variable has not, a range that ends before it begins, a list
 * without codes.
 * @param dataCodesOf codes that only the data has, by variable
 * @throws Fault naming the condition, the variable and the code
 */
export function checkConditions(
  only: readonly Clause[],
  variables: readonly Variable[],
  dataCodesOf: (variable: Variable) => readonly string[],
): void {
  const conditions = only.flatMap((clause, k) =>
    conditionsIn<Condition>(clause).map((condition) => [condition, k] as const),
  );
  for (const [condition, k] of conditions) {
    const variable = byId(variables, condition.variable);
    if (!variable) continue;
    const title = titleOf(variable);
    const place = { field: `only[${k}]`, variable: variable.name };
    if (condition.is === 'between') {
      const { from, to } = condition;
      if (from === null || to === null || from <= to) continue;
      throw new Fault(
        'invalid',
        `${title} is asked to be from ${from} to ${to}, which is nothing.`,
        `Write ${to} to ${from}.`,
        place,
      );
    }
    if (condition.codes.length === 0 && condition.is !== 'at-least')
      throw new Fault(
        'invalid',
        `The condition on ${title} names no category.`,
        'Name one or more, or take the condition out.',
        place,
      );
    if (variable.level === 'number' || variable.level === 'text') continue;
    const codes = new Set([...variable.codes.map(({ code }) => code), ...dataCodesOf(variable)]);
    const unknown = condition.codes.find((code) => !codes.has(canonicalCode(code)));
    if (unknown === undefined) continue;
    const has = [...codes].slice(0, LISTED).join(', ') + (codes.size > LISTED ? ', …' : '');
    throw new Fault('not-found', `${title} has no code ${unknown}.`, `It has ${has}.`, { ...place, code: unknown });
  }
}
