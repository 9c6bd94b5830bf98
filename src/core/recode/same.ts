import { kindIdOf, kindOf } from './registry.js';
import type { Recipe } from './recipe-shape.js';

/**
 * What a recipe does, without what it calls it: two recipes of the same key give every respondent the same, under
 * whatever codes and labels.
 */
export function keyOf(recipe: Recipe): string {
  return JSON.stringify([kindIdOf(recipe), kindOf(recipe).effect(recipe)]);
}
