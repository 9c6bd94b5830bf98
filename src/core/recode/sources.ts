import { kindOf } from './registry.js';
import type { NamedRecipe, Recipe, RecipeOver } from './recipe-shape.js';

/** Variables that a recipe stands on, each as often as it is named. */
export function sourcesOf<S>(recipe: RecipeOver<S>): S[] {
  // A kind passes its sources on as they are, ids or names; so does `mapSources`.
  const own = recipe as unknown as Recipe;
  return [...kindOf(own).sources(own)] as unknown as S[];
}

/** The same recipe over other sources, in the order of `sourcesOf`. */
export function mapSources<S, T>(recipe: RecipeOver<S>, other: (source: S, place: number) => T): RecipeOver<T> {
  const own = recipe as unknown as Recipe;
  const over = other as unknown as (source: number, place: number) => number;
  return kindOf(own).mapSources(own, over) as unknown as RecipeOver<T>;
}

/** A recipe with names for ids. */
export const withNames = (recipe: Recipe, nameOf: (id: number) => string): NamedRecipe => mapSources(recipe, nameOf);

/** A recipe with ids for names. */
export const withIds = (recipe: NamedRecipe, idOf: (name: string) => number): Recipe => mapSources(recipe, idOf);
