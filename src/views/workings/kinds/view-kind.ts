import type { ReactNode } from 'react';
import type { RosterVariable } from '../../../api/types.js';
import type { Code } from '../../../core/codebook/types.js';
import type { Recipe } from '../../../core/recode/recipe-shape.js';
import type { BodyProps } from './body-props.js';

/** What is known where an editor begins. */
interface Start {
  /** Variables chosen before it was opened; of what stands on one, the first. */
  sources: readonly RosterVariable[];
  /** Codes of the first, also those that only the data has. */
  codes: readonly Code[];
  /** Whether numbers have a decimal comma. */
  comma: boolean;
}

/** A kind of working as it is made by hand: its words, what suits it, where it begins, what it lacks, its editor. */
export interface ViewKind<R extends Recipe> {
  title: string;
  /** What it is for, in a line. */
  says: string;
  /** What is kept: "Keep the working". */
  noun: string;
  /** How many variables it stands on. */
  of: 'one' | 'many';
  /** What those are called while they are chosen. */
  sources: string;
  /** Whether a variable can be a source. */
  suits: (variable: RosterVariable) => boolean;
  /** The recipe that an editor begins with. */
  start: (start: Start) => R;
  /** A label to begin with; empty: the analyst's own. */
  startLabel: (sources: readonly RosterVariable[]) => string;
  /** What a recipe still lacks, in words that say what to do; null: it is complete. */
  lack: (recipe: R) => string | null;
  /** The part of the editor that is of this kind. */
  Body: (props: BodyProps<R>) => ReactNode;
}
