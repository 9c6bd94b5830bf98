import { z } from 'zod';
import { bandShape } from './band/shape.js';
import { combineShape } from './combine/shape.js';
import { flagsShape } from './flags/shape.js';
import { gatherShape } from './gather/shape.js';
import { interlockShape } from './interlock/shape.js';
import { regroupShape } from './regroup/shape.js';
import { scoreShape } from './score/shape.js';
import type { Frozen } from './shape.js';
import { themeRecipeShape } from './theme/shape.js';
import { slotsShape } from './slots/shape.js';
import { toCategoriesShape } from './to-categories/shape.js';
import { toNumberShape } from './to-number/shape.js';

/** The shape of every kind of recipe; a conversion is two of them, told apart by what it converts to. */
const shapesOver = <S>(source: z.ZodType<S>) =>
  [
    regroupShape(source),
    bandShape(source),
    scoreShape(source),
    combineShape(source),
    interlockShape(source),
    flagsShape(source),
    z.discriminatedUnion('to', [toNumberShape(source), toCategoriesShape(source)]),
    gatherShape(source),
    slotsShape(source),
    themeRecipeShape(source),
  ] as const;

/** A recipe over sources called by `S`: an id in a study, a name where it travels from study to study. */
export type RecipeOver<S> = Frozen<z.output<ReturnType<typeof shapesOver<S>>[number]>>;

/** A recipe in a study: sources are variable ids. */
export type Recipe = RecipeOver<number>;
/** A recipe that calls its sources by their names, as it travels from study to study. */
export type NamedRecipe = RecipeOver<string>;

/** A recipe over sources that are called by `source`: an id in the study, a name in a codebook. */
export function recipeShape<S>(source: z.ZodType<S>): z.ZodType<RecipeOver<S>, RecipeOver<S>> {
  // What is parsed is what the shapes say; that nothing of it is changed afterwards is said by the type alone.
  return z.discriminatedUnion('kind', shapesOver(source)) as unknown as z.ZodType<RecipeOver<S>, RecipeOver<S>>;
}

/** A recipe as it is sent and kept, its sources variable ids. */
export const RecipeShape: z.ZodType<Recipe, Recipe> = recipeShape(z.int().min(1)).meta({ id: 'Recipe' });

/** What recipes say that they are. */
export const RECIPE_KINDS: readonly Recipe['kind'][] = shapesOver(z.int()).map(
  (shape) => ('options' in shape ? shape.options[0] : shape).shape.kind.value,
);
