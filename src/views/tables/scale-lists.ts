import { byId } from '../../core/by-id.js';
import { type Code, isAnswer, titleOf, type Variable } from '../../core/codebook/types.js';
import type { Draft } from './url.js';

/** Ordered variables of a table that have the same scale. */
export interface ScaleList {
  title: string;
  variables: number[];
  /** Its answers, and codes that are said to be off the scale. */
  codes: Code[];
}

/**
 * The scales of a table, each once: variables with the same answers share theirs. A code that the codebook calls no
 * answer has no place on a scale.
 */
export function scaleLists(draft: Draft, variables: readonly Variable[]): ScaleList[] {
  const ids = [...draft.rows.map(({ variable }) => variable), ...draft.by.flatMap((nest) => (nest[1] ? [] : nest))];
  const lists: ScaleList[] = [];
  for (const id of new Set(ids)) {
    const variable = byId(variables, id);
    if (variable?.level !== 'ordered') continue;
    const codes = variable.codes.filter(isAnswer);
    const isSame = (other: ScaleList) =>
      other.codes.length === codes.length &&
      other.codes.every(({ code, label }, k) => codes[k]?.code === code && codes[k].label === label);
    const list = lists.find(isSame);
    if (list) list.variables.push(id);
    else lists.push({ title: titleOf(variable), variables: [id], codes });
  }
  return lists;
}
