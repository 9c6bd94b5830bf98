import type { Variable } from '../codebook/types.js';
import type { Sentence } from './sentence.js';

/**
 * Variables as one table has them: some codes called otherwise, some that are no answer counting as one, some off the
 * scale or with a score of their own; and some taken as ordered, or as not.
 * @example
 * const site = { id: 1, level: 'unordered', codes: [{ code: '1', label: 'Mill Row', missing: null }] };
 * variablesAs([site], { codes: [{ variable: 1, code: '1', label: 'The mill' }] })[0].codes[0].label; // 'The mill'
 */
export function variablesAs<T extends Pick<Variable, 'id' | 'level' | 'codes' | 'offScale' | 'scores'>>(
  variables: readonly T[],
  { codes: here = [], levels = [] }: Pick<Sentence, 'codes' | 'levels'>,
): readonly T[] {
  if (here.length === 0 && levels.length === 0) return variables;
  return variables.map((listed) => {
    const level = levels.find((own) => own.variable === listed.id)?.level;
    const isOfCategories = listed.level === 'ordered' || listed.level === 'unordered';
    const variable = level && isOfCategories ? { ...listed, level } : listed;
    const own = new Map(here.flatMap((code) => (code.variable === variable.id ? [[code.code, code]] : [])));
    if (own.size === 0) return variable;
    const codes = variable.codes.map((code) => {
      const { label = code.label, answer = false, offScale } = own.get(code.code) ?? {};
      const missing = answer || offScale === 'in-base' ? null : offScale === 'aside' ? 'other' : code.missing;
      return { ...code, label, missing };
    });
    const listedOff = (variable.offScale ?? []).filter((code) => !own.get(code)?.offScale);
    const saidOff = [...own.values()].filter((code) => code.offScale && code.offScale !== 'on');
    const offScale = [...listedOff, ...saidOff.map(({ code }) => code)];
    const scores = [...own.values()].flatMap(({ code, score }) =>
      score === undefined ? [] : [[code, score] as const],
    );
    return {
      ...variable,
      codes,
      ...(variable.offScale || offScale.length > 0 ? { offScale } : {}),
      ...(scores.length > 0 ? { scores: Object.fromEntries(scores) } : {}),
    };
  });
}
