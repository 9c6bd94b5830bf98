import { byId } from '../../../core/by-id.js';
import { z } from 'zod';
import { plainLetters } from '../../../core/plain-letters.js';
import type { RosterVariable, WorkingDraft } from '../../../api/types.js';
import { titleOf } from '../../../core/codebook/types.js';
import { fillPattern, patternOf, withSource } from '../../../core/recode/apply.js';
import { sourcesOf } from '../../../core/recode/sources.js';
import { recipeShape, type Recipe } from '../../../core/recode/recipe-shape.js';
import type { KeptShape } from '../../../core/kept-shape.js';
import { workingKindOf, startLabel } from '../kinds/registry.js';

/** What is typed in an editor. */
export interface EditorDraft {
  label: string;
  name: string;
  recipe: Recipe;
  /** Of flags: a variable for each category, not one for all of them. */
  each: boolean;
  /** More variables that the recipe is applied to, in the place of one of its sources. */
  targets: number[];
  place: number;
  /** What the results are called where there are several. */
  labels: string;
  names: string;
  /** The result takes the place of its source. */
  standsIn: boolean;
  /** The revision of the study, and the state of the working, on which it was begun. */
  since: number | null;
  edited: string | null;
}

/** Where the variable is not chosen yet, a recipe stands on 0. */
const source = z.int().min(0);

export const EDITOR_DRAFT: KeptShape<EditorDraft> = {
  version: 1,
  shape: z.object({
    label: z.string(),
    name: z.string(),
    recipe: recipeShape(source),
    each: z.boolean().default(false),
    targets: z.array(z.int()),
    place: z.int().min(0).default(0),
    labels: z.string(),
    names: z.string(),
    standsIn: z.boolean().default(false),
    since: z.int().nullable().default(null),
    edited: z.string().nullable().default(null),
  }),
};

/** Letters, digits and underscores only, as a name has them. */
const asName = (text: string) =>
  plainLetters(text)
    .replace(/[^\p{L}\p{N}_]+/gu, '_')
    .replace(/^_+|_+$/g, '')
    .slice(0, 60);

/** Whether what a recipe makes can take the place of a source: it has one. */
export const canStandIn = (recipe: Recipe) => new Set(sourcesOf(recipe)).size === 1;

/** A variable that an editor would make, and of what. */
export interface Planned extends WorkingDraft {
  source: RosterVariable | undefined;
}

/** What is sent of a variable that an editor would make. */
export const draftOf = ({ name, label, recipe, standsIn }: Planned): WorkingDraft => ({
  name,
  label,
  recipe,
  standsIn,
});

/** Whether an editor makes several variables at once. */
export function makesMany({ recipe, each, targets }: EditorDraft): boolean {
  return targets.length > 0 || (recipe.kind === 'flags' && each && recipe.codes.length > 1);
}

/**
 * A draft that is applied to more variables. An editor that was opened without a source has no pattern for labels yet:
 * it is made of the label that was typed, or of the one a source gives.
 */
export function withTargets(draft: EditorDraft, targets: number[], own: RosterVariable | undefined): EditorDraft {
  if (draft.labels.trim() !== '' || !own) return { ...draft, targets };
  const label = draft.label.trim() === '' ? startLabel(workingKindOf(draft.recipe), [own]) : draft.label;
  return { ...draft, targets, labels: label === '' ? '' : patternOf(label, titleOf(own), 'label') };
}

/** What an editor makes: one working, or one for each variable and each category, called by the patterns. */
export function plannedOf(draft: EditorDraft, variables: readonly RosterVariable[]): Planned[] {
  const { recipe, label, name, targets, place } = draft;
  const standsIn = draft.standsIn && canStandIn(recipe) ? { standsIn: true } : {};
  const find = (id: number | undefined) => byId(variables, id);
  const own = sourcesOf(recipe)[place] ?? 0;
  if (!makesMany(draft)) return [{ name, label, recipe, source: find(own), ...standsIn }];
  return [own, ...targets].flatMap((id, k) => {
    const source = find(id);
    const over = withSource(recipe, place, id);
    const plan = (made: Recipe, category: string | undefined): Planned => {
      const words = { label: source ? titleOf(source) : '', name: source?.name ?? '', n: k + 1, category };
      return {
        source,
        recipe: made,
        label: fillPattern(draft.labels, words),
        name: asName(fillPattern(draft.names, words)),
        ...standsIn,
      };
    };
    if (over.kind !== 'flags' || !draft.each) return [plan(over, undefined)];
    return over.codes.map((code) =>
      plan({ ...over, codes: [code] }, source?.codes.find((other) => other.code === code)?.label ?? code),
    );
  });
}
