import type { RosterVariable } from '../../../api/types.js';
import type { Code } from '../../../core/codebook/types.js';
import { type KindId, kindIdOf } from '../../../core/recode/registry.js';
import type { Recipe } from '../../../core/recode/recipe-shape.js';
import { bandView } from './band/kind.js';
import { combineView } from './combine/kind.js';
import { flagsView } from './flags/kind.js';
import { gatherView } from './gather/kind.js';
import { interlockView } from './interlock/kind.js';
import { regroupView } from './regroup/kind.js';
import { scoreView } from './score/kind.js';
import { themeView } from './theme/kind.js';
import { slotsView } from './slots/kind.js';
import { toCategoriesView } from './to-categories/kind.js';
import { toNumberView } from './to-number/kind.js';
import type { ViewKind } from './view-kind.js';

/** What can be made, in the order in which it is offered. */
const VIEWS = {
  regroup: regroupView,
  band: bandView,
  score: scoreView,
  combine: combineView,
  interlock: interlockView,
  flags: flagsView,
  number: toNumberView,
  categories: toCategoriesView,
  gather: gatherView,
  slots: slotsView,
  theme: themeView,
} satisfies Record<KindId, unknown>;

/** What can be made: a kind of working. */
export type WorkingKind = KindId;
export const WORKING_KINDS = Object.keys(VIEWS) as WorkingKind[];

/** The record of what is made. */
export function viewKind(kind: WorkingKind): ViewKind<Recipe> {
  // Each record takes recipes of its own kind, which is the one asked for.
  return VIEWS[kind] as unknown as ViewKind<Recipe>;
}

export const workingKindOf = (recipe: Recipe): WorkingKind => kindIdOf(recipe);

/** The record of a recipe's kind. */
export const viewKindOf = (recipe: Recipe): ViewKind<Recipe> => viewKind(workingKindOf(recipe));

/** Whether a variable can be a source of what is made. */
export const suits = (kind: WorkingKind, variable: RosterVariable): boolean => viewKind(kind).suits(variable);

/** Where an editor begins. */
export const startRecipe = (
  kind: WorkingKind,
  sources: readonly RosterVariable[],
  codes: readonly Code[],
  comma = false,
): Recipe => viewKind(kind).start({ sources, codes, comma });

/** A label to begin with. */
export const startLabel = (kind: WorkingKind, sources: readonly RosterVariable[]): string =>
  sources.length === 0 ? '' : viewKind(kind).startLabel(sources);

/** What a recipe still lacks, in words that say what to do; null: it is complete. */
export const lackOf = (recipe: Recipe): string | null => viewKindOf(recipe).lack(recipe);
