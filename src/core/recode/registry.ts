import { bandKind } from './band/kind.js';
import { combineKind } from './combine/kind.js';
import { flagsKind } from './flags/kind.js';
import { gatherKind } from './gather/kind.js';
import { interlockKind } from './interlock/kind.js';
import type { Kind } from './kind.js';
import { regroupKind } from './regroup/kind.js';
import { scoreKind } from './score/kind.js';
import { themeKind } from './theme/kind.js';
import { slotsKind } from './slots/kind.js';
import { toCategoriesKind } from './to-categories/kind.js';
import { toNumberKind } from './to-number/kind.js';
import type { Recipe, RecipeOver } from './recipe-shape.js';

/** Every kind of working. A conversion is two of them, told apart by what it converts to. */
const KINDS = {
  regroup: regroupKind,
  band: bandKind,
  score: scoreKind,
  combine: combineKind,
  interlock: interlockKind,
  flags: flagsKind,
  number: toNumberKind,
  categories: toCategoriesKind,
  gather: gatherKind,
  slots: slotsKind,
  theme: themeKind,
};

export type KindId = keyof typeof KINDS;

/** Which kind a recipe is of. */
export function kindIdOf<S>(recipe: RecipeOver<S>): KindId {
  return recipe.kind === 'convert' ? recipe.to : recipe.kind;
}

/** The record of a recipe's kind. */
export function kindOf(recipe: Recipe): Kind<Recipe> {
  // Each record takes recipes of its own kind, and this is the one of the recipe given.
  return KINDS[kindIdOf(recipe)] as unknown as Kind<Recipe>;
}
