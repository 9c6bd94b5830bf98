import type { Level } from '../../codebook/types.js';
import type { Part } from '../../ledger/delta-shape.js';
import type { StudyState } from '../../ledger/study-state.js';
import type { TextProblem } from '../text/problem.js';
import type { WrittenStudy } from '../written.js';

/** A text, and the study that it is put into. */
export interface Applying {
  written: WrittenStudy;
  now: StudyState;
  /** The text is all of the study: what it does not say is taken out. Otherwise it is added. */
  isWhole: boolean;
  /** The headings of columns in the data, by the variable. */
  headings: ReadonlyMap<number, string>;
  /** Levels that a column can have, by the variable. */
  levels: ReadonlyMap<number, readonly Level[]>;
  /** An id for a new thing. */
  fresh: (part: Part) => number;
  /** When it is done, and by whom. */
  at: string;
  by: string;
}

/** A study as a text would have it, and what of the text cannot be done to it. */
export interface Applied {
  state: StudyState;
  problems: TextProblem[];
}
