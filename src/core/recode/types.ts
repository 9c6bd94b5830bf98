import type { Code, Level } from '../codebook/types.js';
import type { BandOver } from './band/shape.js';
import type { CombineOver } from './combine/shape.js';
import type { FlagsOver } from './flags/shape.js';
import type { GatherItemOver, GatherOver } from './gather/shape.js';
import type { InterlockOver } from './interlock/shape.js';
import type { RegroupOver } from './regroup/shape.js';
import type { ScoreItemOver, ScoreOver } from './score/shape.js';
import type { SlotsOver } from './slots/shape.js';
import type { ToCategoriesOver } from './to-categories/shape.js';
import type { ToNumberOver } from './to-number/shape.js';

/** A recipe over sources called by `S`: an id in a study, a name where it travels from study to study. */
export type RecipeOver<S> =
  | RegroupOver<S>
  | GatherOver<S>
  | SlotsOver<S>
  | ToNumberOver<S>
  | ToCategoriesOver<S>
  | BandOver<S>
  | ScoreOver<S>
  | CombineOver<S>
  | InterlockOver<S>
  | FlagsOver<S>;

/** A recipe in a study: sources are variable ids. */
export type Recipe = RecipeOver<number>;
/** A recipe that calls its sources by their names, as it travels from study to study. */
export type NamedRecipe = RecipeOver<string>;

export type Regroup = RegroupOver<number>;
export type Gather = GatherOver<number>;
export type GatherItem = GatherItemOver<number>;
export type Slots = SlotsOver<number>;
export type ToNumber = ToNumberOver<number>;
export type ToCategories = ToCategoriesOver<number>;
export type Band = BandOver<number>;
export type Score = ScoreOver<number>;
export type ScoreItem = ScoreItemOver<number>;
export type Combine = CombineOver<number>;
export type Interlock = InterlockOver<number>;
export type Flags = FlagsOver<number>;

export const RECIPE_KINDS = [
  'regroup',
  'band',
  'score',
  'combine',
  'interlock',
  'flags',
  'convert',
  'gather',
  'slots',
] as const satisfies readonly Recipe['kind'][];

/** What a working makes, apart from its name. */
export interface Made {
  level: Level;
  codes: Code[];
}
