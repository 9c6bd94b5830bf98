import type { GatherItemOver, NamedRecipe, Recipe, RecipeOver } from './types.js';

/** Variables that a recipe stands on, each as often as it is named. */
export function sourcesOf<S>(recipe: RecipeOver<S>): S[] {
  switch (recipe.kind) {
    case 'regroup':
    case 'convert':
    case 'band':
    case 'flags':
      return [recipe.source];
    case 'slots':
    case 'combine':
    case 'interlock':
      return [...recipe.sources];
    case 'score':
      return recipe.items.map(({ source }) => source);
    case 'gather':
      return [...recipe.items, ...(recipe.none ? [recipe.none] : [])].map(({ source }) => source);
  }
}

/** The same recipe over other sources, in the order of `sourcesOf`. */
export function mapSources<S, T>(recipe: RecipeOver<S>, other: (source: S, place: number) => T): RecipeOver<T> {
  switch (recipe.kind) {
    case 'regroup':
    case 'band':
    case 'flags':
      return { ...recipe, source: other(recipe.source, 0) };
    case 'convert':
      return recipe.to === 'number'
        ? { ...recipe, source: other(recipe.source, 0) }
        : { ...recipe, source: other(recipe.source, 0) };
    case 'slots':
    case 'combine':
    case 'interlock':
      return { ...recipe, sources: recipe.sources.map(other) };
    case 'score':
      return { ...recipe, items: recipe.items.map((item, k) => ({ ...item, source: other(item.source, k) })) };
    case 'gather': {
      const over = (item: GatherItemOver<S>, k: number) => ({ ...item, source: other(item.source, k) });
      return { ...recipe, items: recipe.items.map(over), none: recipe.none && over(recipe.none, recipe.items.length) };
    }
  }
}

/** A recipe with names for ids. */
export const withNames = (recipe: Recipe, nameOf: (id: number) => string): NamedRecipe => mapSources(recipe, nameOf);

/** A recipe with ids for names. */
export const withIds = (recipe: NamedRecipe, idOf: (name: string) => number): Recipe => mapSources(recipe, idOf);
