import { byId } from '../by-id.js';
import { type Code, titleOf, type Variable } from '../codebook/types.js';
import type { Recipe } from './recipe-shape.js';

type Labelled = Pick<Variable, 'id' | 'name' | 'label' | 'codes'>;

/** The first label in some code lists that says more of a code than the code itself. */
function labelIn(code: string, lists: readonly (readonly Code[])[]): string {
  for (const codes of lists) {
    const label = codes.find((candidate) => candidate.code === code)?.label.trim() ?? '';
    if (label !== '' && label !== code) return label;
  }
  return code;
}

/**
 * A recipe of a question in which options that nobody has named are called as the codebook calls them now: of slots and
 * of questions together by the labels of their codes, of yes/no columns by the columns' labels. An option is unnamed
 * where its label is empty, its code, or the name of its column.
 */
export function withSourceLabels(recipe: Recipe, variables: readonly Labelled[]): Recipe {
  const find = (id: number) => byId(variables, id);
  if (recipe.kind === 'slots' || recipe.kind === 'combine') {
    const lists = recipe.sources.map((id) => find(id)?.codes ?? []);
    const options = recipe.options.map((option) => {
      const isUnnamed = option.label.trim() === '' || option.label === option.code;
      return isUnnamed ? { ...option, label: labelIn(option.code, lists) } : option;
    });
    return { ...recipe, options };
  }
  if (recipe.kind !== 'gather') return recipe;
  const items = recipe.items.map((item) => {
    const source = find(item.source);
    const isUnnamed = source !== undefined && (item.label.trim() === '' || item.label === source.name);
    return isUnnamed ? { ...item, label: titleOf(source) } : item;
  });
  return { ...recipe, items };
}
