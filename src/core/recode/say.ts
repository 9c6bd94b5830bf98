import type { Names } from './kind.js';
import { kindOf } from './registry.js';
import type { Recipe } from './recipe-shape.js';

/** A recipe in one line that reads aloud. */
export const sayRecipe = (recipe: Recipe, names: Names): string => kindOf(recipe).say(recipe, names);

/** What stands between the label of a result and those of its sources: "Age band *bands* Age". */
export const verbOf = (recipe: Recipe): string => kindOf(recipe).verb(recipe);
