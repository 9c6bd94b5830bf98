import type { SetState } from './set-state.js';
/**
 * One position of an axis of a count array.
 * - `blank`: nothing in the column.
 * - `code`: this code; on a multiple axis, this option is mentioned, and a respondent can be in several.
 * - the others (multiple only) are respondents, not mentions: who mentioned something; chose "none of these"; ticked
 *   nothing; gave a code for no answer; was not asked. With `blank` each respondent is in one of them.
 */
export type Slot = { is: 'code'; code: string } | { is: SetState };

export interface CountAxis {
  kind: 'single' | 'multiple';
  slots: readonly Slot[];
}

/** Respondents that a condition of "only where" keeps out: answered otherwise, or without an answer to it. */
export interface FilterTally {
  outside: number;
  unknown: number;
}

/** The numbers of one group: all that is shown of them. */
export interface GroupNumbers {
  /** Respondents with a number. */
  n: number;
  /** What they count as together, and the squares of that; both n without a weight. */
  weight: number;
  weightSquares: number;
  mean: number;
  /** Σw(x - mean)², and Σw²(x - mean)². */
  squares: number;
  errorSquares: number;
  /** Σw|x - median|. */
  fromMedian: number;
  /** The sum of their midranks among all in the base; null with a weight, and outside the base. */
  rankSum: number | null;
  minimum: number;
  lowerQuartile: number;
  median: number;
  upperQuartile: number;
  maximum: number;
}

/** Numbers in groups. */
export interface NumberCounts {
  /** Of the base: all in it; null where nobody is. */
  all: GroupNumbers | null;
  /** Σ(t³ - t) over the numbers of the base that t respondents share; null with a weight. */
  ties: number | null;
  /** By position over the axes of what stands across; null where nobody is. */
  groups: readonly (GroupNumbers | null)[];
}

/** Nets by the positions over the further axes, row-major, as cells are. */
type NetCounts = Pick<PlainCounts, 'respondents' | 'weights'>;

/**
 * All that a table is made of: a dense array over one to three axes, row-major. Missing codes and blanks have positions
 * of their own, so what is an answer can be decided after counting.
 */
interface PlainCounts {
  axes: readonly CountAxis[];
  /** Unweighted respondents. */
  respondents: readonly number[];
  /** Sums of the weight and of its square, in the same shape; null without a weight. */
  weights: { sums: readonly number[]; squares: readonly number[] } | null;
  /**
   * Of a multiple axis by single ones: for each position over the further axes, options by options, the respondents who
   * mentioned both; with a weight the sums of it and of its square. Null for any other axes, and where it would be too
   * large.
   */
  together: { sums: readonly number[]; squares: readonly number[] | null } | null;
  /**
   * Of slots in order: the places of the mentions in each cell, added up (with weights, weighted), in the same shape.
   */
  ranks?: readonly number[] | undefined;
  /**
   * Of a question with nets: for each net who mentions at least one of its options, by position over the further axes.
   */
  nets?: NetCounts | undefined;
  /** Respondents in the study. */
  total: number;
  /** One for each condition, in order: a respondent is told under the first that keeps them out. */
  filtered: readonly FilterTally[];
  /** Respondents inside the filter whose weight is blank or not above 0. */
  withoutWeight: number;
}

/** The counts of a block; of a number, with its figures. */
export interface CountArray extends PlainCounts {
  /**
   * Of a number in the rows that is not listed value by value, described: of everybody, and where a further variable
   * splits the table of each of its positions. The first axis tells who has a number then, and who has none and why.
   */
  numbers?: readonly NumberCounts[] | undefined;
}
