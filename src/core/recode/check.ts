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
      checkRegroup(recipe);
      break;
    case 'band':
      checkBand(recipe);
      break;
    case 'score':
      checkScore(recipe, names);
      break;
    case 'combine':
      checkCombine(recipe);
      break;
    case 'interlock':
      checkInterlock(recipe);
      break;
    case 'flags':
      checkFlags(recipe);
      break;
    case 'convert':
      if (recipe.to === 'number') checkToNumber(recipe);
      else checkToCategories(recipe);
      break;
    case 'slots':
      checkSlots(recipe);
      break;
    case 'gather':
      checkGather(recipe);
      break;
  }
}
