import type { Code, Level, MissingReason } from '../codebook/types.js';
import type { Reliability } from '../measure/reliability.js';

/** A group of a regroup: its own code and label, and the codes of the source that go into it. */
export interface Group {
  code: string;
  label: string;
  from: readonly string[];
}

/** What becomes of answers that no group names: told as left over, set aside as no answer, or a group each. */
export const UNNAMED = ['left-over', 'set-aside', 'own'] as const;
/** The same, or the group (its code) into which everything else goes. */
type Unnamed = (typeof UNNAMED)[number] | { group: string };

/** What becomes of missing codes that no group names: each stays, all become one, or all become blank. */
export const MISSING_CODES = ['keep', 'one', 'blank'] as const;
type MissingCodes = (typeof MISSING_CODES)[number];

/**
 * Categories to categories. Codes that are missing in the source stay missing, each with its own reason, unless a
 * group names one. Codes set aside become missing by choice. A code that is nowhere is left over, and the proof says
 * so. Recipes here are over sources called by `S`: an id in a study, a name where they travel from study to study.
 */
interface RegroupOver<S> {
  kind: 'regroup';
  source: S;
  level: 'unordered' | 'ordered';
  groups: readonly Group[];
  setAside: readonly string[];
  /** Left over, where it is not said. */
  unnamed?: Unnamed | undefined;
  /** Kept, where it is not said. */
  missing?: MissingCodes | undefined;
  /** What a blank becomes: a group (its code), or no answer for a reason. Blank, where it is not said. */
  blank?: { group: string } | { missing: MissingReason } | undefined;
}

/** One option of a multiple-response question: a column, and the code in it that means "ticked". */
export interface GatherItemOver<S> {
  source: S;
  label: string;
  ticked: string;
  /** More codes that mean it too: "Yes" beside "yes" and "TRUE". */
  also?: readonly string[] | undefined;
  /** It excludes all other options: "don't know". */
  exclusive?: boolean | undefined;
}

/** What stands where an answer that excludes all others is given with another: the others, it alone, or no answer. */
export const SETTLES = ['option', 'exclusive', 'aside'] as const;
export type Settle = (typeof SETTLES)[number];

/** Several yes/no columns to one multiple-response variable; the column for "none of these" is not an option. */
interface GatherOver<S> {
  kind: 'gather';
  items: readonly GatherItemOver<S>[];
  none: GatherItemOver<S> | null;
  /** The other answers stand, where it is not said. */
  settle?: Settle | undefined;
}

/** Several columns that each hold one code of the same list, to one multiple-response variable. */
interface SlotsOver<S> {
  kind: 'slots';
  sources: readonly S[];
  options: readonly { code: string; label: string }[];
  /** The code that says "none of these", which is no option. */
  none: string | null;
  /** Options that exclude all others. */
  exclusive?: readonly string[] | undefined;
  settle?: Settle | undefined;
}

/** What a text that spells no number becomes. */
export type Exception = { text: string } & (
  { is: 'number'; number: number } | { is: 'missing'; missing: MissingReason }
);

/** Text, or codes that spell numbers, to a number. A text that is neither a number nor decided on is left over. */
interface ToNumberOver<S> {
  kind: 'convert';
  to: 'number';
  source: S;
  /** What stands before the fraction. */
  decimal: '.' | ',';
  exceptions: readonly Exception[];
}

/** What a value becomes that is to be no category of its own. */
export type SortedOut = { text: string } & ({ is: 'as'; as: string } | { is: 'missing'; missing: MissingReason });

/** Text or a number to categories: each different value one, but those that are sorted out and those that are rare. */
interface ToCategoriesOver<S> {
  kind: 'convert';
  to: 'categories';
  source: S;
  /** Texts that differ only in capitals and spaces are one category. */
  alike: boolean;
  order: 'value' | 'frequency';
  /** A category with fewer respondents goes to "Other"; 1: none does. */
  least: number;
  exceptions: readonly SortedOut[];
}

/** One band of a number: a stretch of the line (null: open), or single values set apart from the stretches. */
export type Cut = { code: string; label: string } & (
  { is: 'range'; from: number | null; to: number | null } | { is: 'values'; values: readonly number[] }
);

export const BAND_ENDS = ['lower', 'upper', 'both'] as const;
/** Which ends of a stretch belong to it. */
export type BandEnds = (typeof BAND_ENDS)[number];

/**
 * A number to ordered categories. Single values stand before stretches; of stretches that overlap, the first has a
 * value. Missing codes are in no band, unless they are taken in by name.
 */
interface BandOver<S> {
  kind: 'band';
  source: S;
  ends: BandEnds;
  bands: readonly Cut[];
  /** Missing codes of the source that count as the numbers they spell. */
  taken: readonly string[];
}

export const SCORES = ['mean', 'sum', 'count', 'minimum', 'maximum', 'expression'] as const;
export type ScoreOf = (typeof SCORES)[number];

interface ScoreItemOver<S> {
  source: S;
  /** Counted from the other end of the scale. */
  reversed: boolean;
  weight: number;
  /** What an expression calls it. */
  as: string;
}

/** Arithmetic over items, for respondents who answered enough of them. */
interface ScoreOver<S> {
  kind: 'score';
  of: ScoreOf;
  items: readonly ScoreItemOver<S>[];
  /** Items that must be answered; an expression says for itself what it needs. */
  atLeast: number;
  /** The ends of the items' scale, which reversing needs. */
  scale: { from: number; to: number } | null;
  /** Codes that are counted, by `count`. */
  codes: readonly string[];
  expression: string;
}

export const COMBINATIONS = ['any', 'all', 'first-only', 'at-least'] as const;
export type Combination = (typeof COMBINATIONS)[number];

/**
 * Variables over the same codes, single or multiple, to one multiple-response variable: what is mentioned in any of
 * them, in all, in the first but in no other, or in at least so many.
 */
interface CombineOver<S> {
  kind: 'combine';
  sources: readonly S[];
  how: Combination;
  /** For `at-least`. */
  atLeast: number;
  options: readonly { code: string; label: string }[];
  /** Codes of the variables that say "none of these": no options, and not carried over into the result. */
  none: readonly string[];
  /** Who counts as having answered: who answered any of the sources, or all of them. */
  base: 'any' | 'all';
}

/** Groups within groups as one variable: a category for each combination of categories. */
interface InterlockOver<S> {
  kind: 'interlock';
  /** From the outermost group inwards. */
  sources: readonly S[];
  /** Between the labels of the parts. */
  between: string;
  /** Combinations that nobody has are categories too. */
  empty: boolean;
}

/** One yes/no variable for a category. */
interface FlagsOver<S> {
  kind: 'flags';
  source: S;
  /** Any of these codes is a yes. */
  codes: readonly string[];
  yes: string;
  no: string;
}

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

export const FINDINGS = [
  'covered',
  'left-over',
  'doubled',
  'revived',
  'made-missing',
  'empty',
  'reconciled',
  'contradicted',
  'none-said',
  'gap',
  'overlap',
  'reaches',
  'suspect',
  'differs',
  'no-value',
  'wrong-way',
  'off-scale',
  'recomputed',
] as const;
type FindingId = (typeof FINDINGS)[number];

export interface Finding {
  id: FindingId;
  holds: boolean;
  /** One word or two that name the check, and what was found. */
  title: string;
  text: string;
  codes: string[];
}

/** One line of "old against new": where the respondents of one old code went. */
export interface ProofRow {
  code: string;
  label: string;
  missing: boolean;
  respondents: number;
  /** Respondents by new code, in the order of `Proof.columns`. */
  went: number[];
}

export interface Proof {
  holds: boolean;
  findings: Finding[];
  /** What respondents became, in the order of `went`. */
  columns: { code: string; label: string; missing: boolean; respondents: number }[];
  rows: ProofRow[];
  respondents: number;
  /** Of a score over items. */
  reliability?: Reliability | null | undefined;
}
