/**
 * A multiple-response question by groups that do not overlap: for each group, who was asked and which options were
 * mentioned together. Square arrays over the options, their diagonal the mentions of an option.
 */
export interface Mentions {
  groups: {
    /** Respondents, the sum of their weights, and of the squares of these. */
    n: number;
    weight: number;
    square: number;
    /** Sum of weights, and of squared weights, of who mentioned both options. */
    together: number[][];
    squares: number[][];
  }[];
  options: number;
  /** Whether the weights differ at all. */
  weighted: boolean;
}
