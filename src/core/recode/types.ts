import type { Code, Level, MissingReason } from '../codebook/types.js';

/** A group of a regroup: its own code and label, and the codes of the source that go into it. */
export interface Group {
  code: string;
  label: string;
  from: readonly string[];
}

/**
 * Categories to categories. Codes that are missing in the source stay missing, each with its own reason, unless a
 * group names one. Codes set aside become missing by choice. A code that is nowhere is left over, and the proof says so.
 */
export interface Regroup {
  kind: 'regroup';
  /** Variable id. */
  source: number;
  level: 'unordered' | 'ordered';
  groups: readonly Group[];
  setAside: readonly string[];
}

/** One option of a multiple-response question: a column, and the code in it that means "ticked". */
export interface GatherItem {
  source: number;
  label: string;
  ticked: string;
}

/** Several yes/no columns to one multiple-response variable; the column for "none of these" is not an option. */
export interface Gather {
  kind: 'gather';
  items: readonly GatherItem[];
  none: GatherItem | null;
}

/** Several columns that each hold one code of the same list, to one multiple-response variable. */
export interface Slots {
  kind: 'slots';
  /** Variable ids. */
  sources: readonly number[];
  options: readonly { code: string; label: string }[];
  /** The code that says "none of these", which is no option. */
  none: string | null;
}

/** What a text that spells no number becomes. */
export type Exception = { text: string } & (
  { is: 'number'; number: number } | { is: 'missing'; missing: MissingReason }
);

/** Text, or codes that spell numbers, to a number. A text that is neither a number nor decided on is left over. */
export interface Convert {
  kind: 'convert';
  /** Variable id. */
  source: number;
  /** What stands before the fraction. */
  decimal: '.' | ',';
  exceptions: readonly Exception[];
}

export type Recipe = Regroup | Gather | Slots | Convert;
export type RecipeKind = Recipe['kind'];

/** Variables that a recipe stands on. */
export function sourcesOf(recipe: Recipe): number[] {
  if (recipe.kind === 'regroup' || recipe.kind === 'convert') return [recipe.source];
  if (recipe.kind === 'slots') return [...recipe.sources];
  return [...recipe.items, ...(recipe.none ? [recipe.none] : [])].map((item) => item.source);
}

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
] as const;
export type FindingId = (typeof FINDINGS)[number];

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
}
