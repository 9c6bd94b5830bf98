import { kindOf } from './registry.js';
import type { Recipe, RecipeOver } from './recipe-shape.js';

/** A recipe whose codes of its sources are in canonical form, as they come out of the store. */
export function canonicalRecipe<S>(recipe: RecipeOver<S>): RecipeOver<S> {
  // Codes have nothing to do with what the sources are called by.
  const own = recipe as unknown as Recipe;
  return kindOf(own).canonical(own) as unknown as RecipeOver<S>;
}
