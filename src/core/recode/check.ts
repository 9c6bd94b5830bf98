import { Fault } from '../fault.js';
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
import { toldApart } from './labels.js';
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

/** The same recipe with labels told apart that are empty or stand twice: it can be proved while they are typed. */
export function provable(recipe: Recipe): Recipe {
  switch (recipe.kind) {
    case 'regroup':
      return { ...recipe, groups: toldApart(recipe.groups) };
    case 'band':
      return { ...recipe, bands: toldApart(recipe.bands) };
    case 'combine':
    case 'slots':
      return { ...recipe, options: toldApart(recipe.options) };
    case 'gather':
      return { ...recipe, items: toldApart(recipe.items) };
    case 'score':
    case 'interlock':
    case 'flags':
    case 'convert':
      return recipe;
  }
}

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
