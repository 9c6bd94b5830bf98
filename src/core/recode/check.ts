import { Fault } from '../fault.js';
import { kindOf } from './registry.js';
import type { Recipe } from './recipe-shape.js';

/**
 * Refuses what no data can mend in a recipe.
 * @param names of the study's variables, for the nearest to an unknown one
 * @throws Fault naming the field
 */
export const checkRecipe = (recipe: Recipe, names: readonly string[]): void => kindOf(recipe).check(recipe, names);

/** The same recipe with labels told apart that are empty or stand twice: it can be proved while they are typed. */
export const provable = (recipe: Recipe): Recipe => kindOf(recipe).provable(recipe);

/** What is wrong with a recipe, in words that say what to do; null: nothing. */
export function wrongWith(recipe: Recipe, names: readonly string[]): string | null {
  try {
    checkRecipe(recipe, names);
    return null;
  } catch (error) {
    if (error instanceof Fault) return `${error.message} ${error.mend}`;
    throw error;
  }
}
