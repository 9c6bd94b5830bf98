import type { Variable } from '../codebook/types.js';
import type { Renamed } from './sentence.js';

/**
 * Variables with the labels that some of their categories have in one table.
 * @example
 * const site = { id: 1, codes: [{ code: '1', label: 'Mill Row', missing: null }] };
 * variablesAs([site], [{ variable: 1, code: '1', label: 'The mill' }])[0].codes[0].label; // 'The mill'
 */
export function variablesAs<T extends Pick<Variable, 'id' | 'codes'>>(
  variables: readonly T[],
  renamed: readonly Renamed[] | undefined,
): readonly T[] {
  if (!renamed || renamed.length === 0) return variables;
  return variables.map((variable) => {
    const own = renamed.filter((item) => item.variable === variable.id);
    if (own.length === 0) return variable;
    const labels = new Map(own.map(({ code, label }) => [code, label]));
    const codes = variable.codes.map((code) => ({ ...code, label: labels.get(code.code) ?? code.label }));
    return { ...variable, codes };
  });
}
