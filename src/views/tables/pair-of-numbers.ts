import type { RosterVariable } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { isDescribed } from '../../core/table/sentence.js';
import type { Draft } from './url.js';

/** Whether one number alone stands in the rows, described in figures: another can stand across. */
function isNumberAlone({ rows, battery }: Draft, variables: readonly RosterVariable[]): boolean {
  const [row, ...others] = rows;
  const variable = byId(variables, row?.variable);
  return row !== undefined && variable !== undefined && others.length === 0 && !battery && isDescribed(row, variable);
}

/** The number that stands alone across another one; null where it is otherwise, and of a number by itself. */
export function numberAcross(draft: Draft, variables: readonly RosterVariable[]): RosterVariable | null {
  const [nest, ...further] = draft.by;
  const [id, ...inner] = nest ?? [];
  const variable = byId(variables, id);
  const isAlone = further.length === 0 && inner.length === 0 && isNumberAlone(draft, variables);
  const isItself = id === draft.rows[0]?.variable;
  return isAlone && !isItself && variable?.level === 'number' ? variable : null;
}

/** Whether a variable can stand alone across: what sorts respondents into groups; a number of any kind by another. */
export const canStandAcross = (
  { id, level, countable }: RosterVariable,
  draft: Draft,
  variables: readonly RosterVariable[],
): boolean =>
  level !== 'text' &&
  (countable || (level === 'number' && id !== draft.rows[0]?.variable && isNumberAlone(draft, variables)));
