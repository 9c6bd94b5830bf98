import { z } from 'zod';
import { bandShape } from './band/shape.js';
import { combineShape } from './combine/shape.js';
import { flagsShape } from './flags/shape.js';
import { gatherShape } from './gather/shape.js';
import { interlockShape } from './interlock/shape.js';
import { regroupShape } from './regroup/shape.js';
import { scoreShape } from './score/shape.js';
import { slotsShape } from './slots/shape.js';
import { toCategoriesShape } from './to-categories/shape.js';
import { toNumberShape } from './to-number/shape.js';
import type { Recipe, RecipeOver } from './types.js';

/** A recipe over sources that are called by `source`: an id in the study, a name in a codebook. */
export function recipeShape<S>(source: z.ZodType<S>): z.ZodType<RecipeOver<S>> {
  const shape = z.discriminatedUnion('kind', [
    regroupShape(source),
    bandShape(source),
    scoreShape(source),
    combineShape(source),
    interlockShape(source),
    flagsShape(source),
    z.discriminatedUnion('to', [toNumberShape(source), toCategoriesShape(source)]),
    gatherShape(source),
    slotsShape(source),
  ]);
  // What is parsed is what the shapes say; that nothing of it is changed afterwards is said by the type alone.
  return shape as unknown as z.ZodType<RecipeOver<S>>;
}

/** A recipe as it is sent and kept, its sources variable ids. */
export const RecipeShape: z.ZodType<Recipe> = recipeShape(z.int().min(1)).meta({ id: 'Recipe' });
