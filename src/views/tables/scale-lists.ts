import { byId } from '../../core/by-id.js';
import { isSameCodeSet } from '../../core/codebook/same-code-set.js';
import { type Code, isAnswer, titleOf, type Variable } from '../../core/codebook/types.js';
import type { Draft } from './url.js';

/** Variables of a table that have the same answers. */
export interface ScaleList {
  title: string;
  variables: number[];
  /** As it is taken in this table, and in the codebook. */
  level: 'ordered' | 'unordered';
  listed: 'ordered' | 'unordered';
  /** Its answers, and codes that are said to be off the scale. */
  codes: Code[];
  /** Codes that the codebook says to be off the scale. */
  offScale: readonly string[];
}

/** The codes of a scale that are off it in a table. */
export function offHere({ variables, codes, offScale }: ScaleList, { codes: said = [] }: Draft): string[] {
  const own = new Map(said.flatMap((code) => (code.variable === variables[0] ? [[code.code, code.offScale]] : [])));
  return codes.flatMap(({ code }) => {
    const here = own.get(code);
    return (here ? here !== 'on' : offScale.includes(code)) ? [code] : [];
  });
}

/** From so many answers on it makes a difference whether they have an order. */
const LEAST = 3;

/**
 * The scales of a table, and what can be one, each once: variables with the same answers share theirs. A code that the
 * codebook calls no answer has no place on a scale.
 */
export function scaleLists(draft: Draft, variables: readonly Variable[]): ScaleList[] {
  const ids = [...draft.rows.map(({ variable }) => variable), ...draft.by.flatMap((nest) => (nest[1] ? [] : nest))];
  const lists: ScaleList[] = [];
  for (const id of new Set(ids)) {
    const variable = byId(variables, id);
    const listed = variable?.level;
    if (!variable || (listed !== 'ordered' && listed !== 'unordered')) continue;
    // A code can have gone from the list since.
    const offScale = (variable.offScale ?? []).filter((off) => variable.codes.some(({ code }) => code === off));
    const codes = variable.codes.filter((code) => isAnswer(code) || offScale.includes(code.code));
    if (listed === 'unordered' && codes.length < LEAST) continue;
    const level = draft.levels?.find((own) => own.variable === id)?.level ?? listed;
    const isSame = (other: ScaleList) =>
      other.listed === listed &&
      other.level === level &&
      isSameCodeSet(other.offScale, offScale) &&
      other.codes.length === codes.length &&
      other.codes.every(({ code, label }, k) => codes[k]?.code === code && codes[k].label === label);
    const list = lists.find(isSame);
    if (list) list.variables.push(id);
    else lists.push({ title: titleOf(variable), variables: [id], level, listed, codes, offScale });
  }
  return lists;
}
