import { checkBand } from './band.js';
import { checkCombine } from './combine.js';
import { checkFlags } from './flags.js';
import { checkGather } from './gather.js';
import { checkInterlock } from './interlock.js';
import { checkRegroup } from './regroup.js';
import { checkScore } from './score.js';
import { checkSlots } from './slots.js';
import { checkToCategories } from './to-categories.js';
import { checkToNumber } from './to-number.js';
import type { Recipe } from './types.js';

/**
 * Refuses what no data can mend in a recipe.
 * @param names of the study's variables, for the nearest to an unknown one
 * @throws Fault naming the field
 */
export function checkRecipe(recipe: Recipe, names: readonly string[]): void {
  switch (recipe.kind) {
    case 'regroup':
      return checkRegroup(recipe);
    case 'band':
      return checkBand(recipe);
    case 'score':
      return checkScore(recipe, names);
    case 'combine':
      return checkCombine(recipe);
    case 'interlock':
      return checkInterlock(recipe);
    case 'flags':
      return checkFlags(recipe);
    case 'convert':
      return recipe.to === 'number' ? checkToNumber(recipe) : checkToCategories(recipe);
    case 'slots':
      return checkSlots(recipe);
    case 'gather':
      return checkGather(recipe);
  }
}
