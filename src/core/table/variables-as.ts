import type { Variable } from '../codebook/types.js';
import type { CodeHere } from './sentence.js';

/**
 * Variables as one table has them: some codes called otherwise, some that are no answer counting as one, some off the
 * scale.
 * @example
 * const site = { id: 1, codes: [{ code: '1', label: 'Mill Row', missing: null }] };
 * variablesAs([site], [{ variable: 1, code: '1', label: 'The mill' }])[0].codes[0].label; // 'The mill'
 */
export function variablesAs<T extends Pick<Variable, 'id' | 'codes' | 'offScale'>>(
  variables: readonly T[],
  here: readonly CodeHere[] | undefined,
): readonly T[] {
  if (!here || here.length === 0) return variables;
  return variables.map((variable) => {
    const own = new Map(here.flatMap((code) => (code.variable === variable.id ? [[code.code, code]] : [])));
    if (own.size === 0) return variable;
    const codes = variable.codes.map((code) => {
      const { label = code.label, answer = false, offScale } = own.get(code.code) ?? {};
      const missing = answer || offScale === 'in-base' ? null : offScale === 'aside' ? 'other' : code.missing;
      return { ...code, label, missing };
    });
    const offScale = [...own.values()].flatMap((code) => (code.offScale ? [code.code] : []));
    return { ...variable, codes, ...(offScale.length > 0 ? { offScale } : {}) };
  });
}
