import type { DeriveLinked } from '../linked/source.js';
import type { Code } from '../codebook/types.js';
import type { DeriveInput, Derivation } from './derivation.js';
import type { HeldVariable, RawValue, SpokenValue } from './spoken-value.js';
import type { RecipeOver } from './recipe-shape.js';

/** What a sentence needs to know of the study. */
export interface Names {
  titleOf: (variable: number) => string;
  codesOf: (variable: number) => readonly Code[];
}

/**
 * A kind of working: all that the rest of the house asks of its recipes. To add one: a folder with its shape and this
 * record, and a line in the registry; an editor with its record, and a line in the registry of those.
 * @typeParam R the recipe, its sources variable ids
 */
export interface Kind<R extends RecipeOver<number>> {
  /** Refuses what no data can mend. @throws Fault naming the field */
  check: (recipe: R, names: readonly string[]) => void;
  /** The same recipe with labels told apart that are empty or stand twice: it can be proved while they are typed. */
  provable: (recipe: R) => R;
  /** What it does, without what it calls it: two of the same effect give every respondent the same. */
  effect: (recipe: R) => unknown;
  /** With the codes of its sources in canonical form, as they come out of the store. */
  canonical: (recipe: R) => R;
  /** Variables that it stands on, each as often as it is named. */
  sources: (recipe: R) => readonly number[];
  /** The same over other sources, in the order of `sources`. */
  mapSources: (recipe: R, other: (source: number, place: number) => number) => R;
  /** Codes of a source that it names; null: it is about all of them. */
  named: (recipe: R, source: number) => readonly string[] | null;
  /** It can use another number variable as its source, with any codes. */
  onAnyNumber: boolean;
  /** In one line that reads aloud. */
  say: (recipe: R, names: Names) => string;
  /** What stands between the label of a result and those of its sources: "Age band *bands* Age". */
  verb: (recipe: R) => string;
  /** Computes and proves it. @throws Fault where a source does not suit */
  derive: (recipe: R, input: DeriveInput) => Derivation;
  /** How it is made where the study is linked and respondents stay in an engine; null: it cannot be. */
  linked: DeriveLinked<R> | null;
  /** What it makes of one respondent's values, from its words alone; null where another check stands for that. */
  again: ((recipe: R, sources: readonly HeldVariable[], raws: readonly RawValue[]) => SpokenValue) | null;
  /** Labels of the result may be spelled otherwise than the values they are of. */
  spellsAlike?: (recipe: R) => boolean;
}
