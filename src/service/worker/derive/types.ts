import type { Code, Level } from '../../../core/codebook/types.js';
import type { Histogram, NumberSummary } from '../../../core/codebook/summary-shape.js';
import type { Storage } from '../../../core/intake/read-in-shape.js';
import type { LinkedColumn } from '../../../core/linked/column.js';
import type { Proof } from '../../../core/recode/proof-shape.js';
import type { Mark } from '../../../core/recode/theme/mark.js';
import type { Recipe } from '../../../core/recode/recipe-shape.js';

export interface DeriveSource {
  column: number;
  title: string;
  level: Level;
  codes: readonly Code[];
}

/** The column by which a study calls its respondents, and its title. */
export interface Identifier {
  column: number;
  title: string;
}

export interface DeriveJob {
  file: string;
  respondents: number;
  recipe: Recipe;
  /** In the order of the recipe's sources. */
  sources: DeriveSource[];
  /** Of a working that is coded by hand: what was said of each answer. */
  marks: readonly Mark[];
  /** By what respondents are called who are named in the proof; null: by their row in the data. */
  identifier: Identifier | null;
  /** Only the proof and the figures are wanted. */
  proofOnly: boolean;
}

/** A column that a recipe made, ready to be kept. */
export interface DerivedColumn {
  storage: Storage;
  width: number;
  blank: number;
  codes: { code: string; respondents: number }[];
  /** Of a number the halves of its bits. */
  values: Uint8Array | Uint16Array | Uint32Array;
  /** Of a number: JSON of its picture. */
  histogram?: string | null;
  state: Uint8Array | null;
  /** Of a linked study: how it is worked out in the database; there are no values then. */
  linked?: LinkedColumn | undefined;
}

/** What a recipe makes, in figures: its frequency table or its distribution. */
export interface DerivedFigures {
  /** Respondents by code; of a number only by those that are no answers. */
  codes: { code: string; respondents: number }[];
  blank: number;
  /** Of a number, without its missing codes. */
  summary: NumberSummary | null;
  histogram: Histogram | null;
}

export interface Derived {
  level: Level;
  codes: Code[];
  proof: Proof;
  figures: DerivedFigures;
  /** Null where only the proof was wanted. */
  column: DerivedColumn | null;
}
