import type { Code, Level } from '../codebook/types.js';
import type { Column, SetsColumn } from '../count/column.js';
import type { Alike } from './alike.js';
import type { Contradictions } from './contradictions.js';
import type { MadeVariable } from './types.js';
import type { Texts } from './texts.js';
import type { Mark } from './theme/mark.js';
import type { Proof } from './proof-shape.js';

/** A variable that a working stands on. */
export interface Source {
  title: string;
  level: Level;
  /** The codes that the codebook has. */
  codes: readonly Code[];
  column: Column;
  /** What each respondent has, as a text. */
  texts: () => Texts;
}

/** What a recipe is computed over. */
export interface DeriveInput {
  /** In the order of the recipe's sources. */
  sources: readonly Source[];
  respondents: number;
  /** Respondents who are listed in a proof, by what the study calls them. */
  called: (contradictions: Contradictions) => Contradictions;
  /** What was decided answer by answer, of a working that is coded by hand; of others none. */
  marks: readonly Mark[];
}

/** Respondents who have the same in all sources, put together; what is made of them is worked out once. */
export interface Grouped {
  /** Of each group how many respondents it has. */
  times: ArrayLike<number>;
  /** What each respondent has, out of what each group has. */
  spread: Alike['spread'];
  /** What each group has in the sources, where it is looked at again. */
  columns?: readonly Column[];
}

/** The values of what was made: of respondents, or of groups of them. */
export type Values =
  /** 0 is blank, k the code at k - 1. */
  | { is: 'codes'; values: Uint8Array | Uint16Array }
  /** With the respondents who mention each option. */
  | { is: 'sets'; column: SetsColumn; mentioned: readonly number[] }
  /** Of those without a number `wordOf` says which word they have: 0 blank, k the word at k - 1. */
  | {
      is: 'numbers';
      values: Float64Array;
      wordOf: Uint32Array | null;
      words: readonly string[];
      /** Numbers that are codes for no answer. */
      missing: readonly { code: string; respondents: number }[];
    };

/** What a recipe makes of its sources, with the proof. */
export interface Derivation extends MadeVariable {
  proof: Proof;
  values: Values;
  /** The groups that the values are of; absent: each respondent has a value. */
  groups?: Grouped;
}
