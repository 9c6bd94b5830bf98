import { byId } from '../by-id.js';
import { titleOf, type Variable } from '../codebook/types.js';
import { whole } from '../figures.js';
import { and } from '../words.js';

/** What a sweep of so many variables is called: "38 variables by Site and Season split by Tenure". */
export function sweepTitle(
  count: number,
  by: readonly (readonly number[])[],
  variables: readonly Pick<Variable, 'id' | 'name' | 'label'>[],
): string {
  const title = (id: number) => titleOf(byId(variables, id) ?? { name: '', label: '' });
  return `${whole(count)} variables by ${and(by.map((nest) => nest.map(title).join(' split by ')))}`;
}
