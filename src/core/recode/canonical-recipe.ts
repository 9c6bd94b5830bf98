import { canonicalCode } from '../codebook/number.js';
import type { GatherItemOver, RecipeOver } from './types.js';

const all = (codes: readonly string[]) => codes.map(canonicalCode);
const listed = <T extends { code: string }>(options: readonly T[]) =>
  options.map((option) => ({ ...option, code: canonicalCode(option.code) }));
const ticked = <S>(item: GatherItemOver<S>): GatherItemOver<S> => ({
  ...item,
  ticked: canonicalCode(item.ticked),
  ...(item.also ? { also: all(item.also) } : {}),
});

/** A recipe whose codes of its sources are in canonical form, as they come out of the store. */
export function canonicalRecipe<S>(recipe: RecipeOver<S>): RecipeOver<S> {
  switch (recipe.kind) {
    case 'regroup': {
      const groups = listed(recipe.groups).map((group) => ({ ...group, from: all(group.from) }));
      const { blank, unnamed } = recipe;
      const others = typeof unnamed === 'object' ? { unnamed: { group: canonicalCode(unnamed.group) } } : {};
      const filled = blank && 'group' in blank ? { blank: { group: canonicalCode(blank.group) } } : {};
      return { ...recipe, groups, setAside: all(recipe.setAside), ...filled, ...others };
    }
    case 'band':
      return { ...recipe, bands: listed(recipe.bands), taken: all(recipe.taken) };
    case 'score':
    case 'flags':
      return { ...recipe, codes: all(recipe.codes) };
    case 'combine':
      return { ...recipe, options: listed(recipe.options), none: all(recipe.none) };
    case 'slots':
      return {
        ...recipe,
        options: listed(recipe.options),
        none: recipe.none === null ? null : canonicalCode(recipe.none),
        ...(recipe.exclusive ? { exclusive: all(recipe.exclusive) } : {}),
      };
    case 'gather':
      return { ...recipe, items: recipe.items.map(ticked), none: recipe.none && ticked(recipe.none) };
    case 'interlock':
    case 'convert':
      return recipe;
  }
}
