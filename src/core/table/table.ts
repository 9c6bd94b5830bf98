import type { Variable } from '../codebook/types.js';
import type { GroupNumbers } from '../count/types.js';
import type { Standing } from '../count/set-state.js';
import type { Net } from './net.js';

/** A line of a table: an answer category, a multiple-response option, who mentioned none, or all who have a number. */
export interface Category {
  code: string;
  label: string;
  kind: 'answer' | 'option' | 'number' | Standing;
  /** Of a nest: the category of each of its variables that this one is of, the outermost first. */
  path?: readonly Step[] | undefined;
  /** It has no place on the scale: it counts, and no score, mean or order has it. */
  offScale?: true | undefined;
}

/** One level of a nested category. */
export interface Step {
  /** The variable's id. */
  variable: number;
  code: string;
  label: string;
}

/** What respondents are called who mention nothing in a multiple-response question. */
const STANDING_WORDS: Record<Standing, string> = {
  none: 'None of these',
  nothing: 'Ticked nothing',
  'no-answer': 'No answer',
  'not-asked': 'Not asked',
  'not-coded': 'Not coded yet',
  blank: 'Left blank',
};

/** The same of a question whose options are themes of answers in words. */
const THEME_STANDING_WORDS: Record<Standing, string> = {
  ...STANDING_WORDS,
  none: 'Fits no theme',
  nothing: 'Unclear',
  'no-answer': 'Left out',
};

/** What respondents are called who mention nothing in a question. */
export const standingWord = ({ themes = false }: Pick<Variable, 'themes'>, standing: Standing): string =>
  (themes ? THEME_STANDING_WORDS : STANDING_WORDS)[standing];

export interface TableAxis {
  /** Of a nest a variable that stands for all of its own: its categories are theirs, one within the other. */
  variable: Variable;
  categories: readonly Category[];
  /** A respondent can be in several categories. */
  multiple: boolean;
}

/** How respondents who are left out come into a table: a clause less, a code that counts as an answer, a standing. */
export type Back =
  | { is: 'clause'; at: number }
  | { is: 'answer'; variable: number; code: string }
  | { is: 'counted'; standing: Standing };

/** Respondents who are in the study but not in the table's base, by reason. */
export interface LeftOut {
  why: 'outside' | 'unknown' | 'unweighted' | 'missing' | 'blank' | 'off-scale';
  /** The variable that leaves them out, by its title; of a clause, all that it names. */
  variable: string;
  /** "refused", "blank", "not 18 and over". */
  reason: string;
  respondents: number;
  /** What brings them in; absent: nothing in this table does. */
  back?: Back | undefined;
}

/**
 * What is added up in a table: respondents, their weights, or the squares of these. Where the rows are multiple, the
 * cells of a column add up to mentions, and `columnBases` are those who answered.
 */
export interface Totals {
  /** Rows by columns. */
  cells: number[][];
  /** Of each row, over all columns. */
  rowTotals: number[];
  /** Of each column, who has an answer on the rows. */
  columnBases: number[];
  /** Of all in the table. */
  base: number;
  /** Mentions in each column, and in all; null where the rows are not multiple. */
  mentions: { columns: number[]; total: number } | null;
}

/** How many are in each net, by column and in all. */
export interface NetTotals {
  /** Nets by columns. */
  cells: number[][];
  rowTotals: number[];
}

/** Who gave no answer on the rows, by column and in all. */
export interface SilentTotals {
  cells: number[];
  total: number;
}

/** Respondents of one kind of no answer; of a code that is off the scale and not in the base, too. */
export interface SilentLine {
  /** "Refused", "Blank". */
  label: string;
  why: 'missing' | 'blank' | 'off-scale';
  respondents: SilentTotals;
  /** What they count as; null where every respondent counts as one. */
  weighted: SilentTotals | null;
}

/** Nets of the rows: respondents; with a weight what they count as, and the squares of that. */
export interface TableNets {
  of: readonly Net[];
  respondents: NetTotals;
  weighted: { sums: NetTotals; squares: NetTotals } | null;
}

/** Options by options: who mentioned both, and the squares of their weights (the same where there are none). */
export interface Together {
  sums: number[][];
  squares: number[][];
}

/** The numbers of a table, in groups. */
export interface TableNumbers {
  all: GroupNumbers | null;
  /** Σ(t³ - t) over the numbers of the base that t respondents share; null with a weight. */
  ties: number | null;
  columns: readonly (GroupNumbers | null)[];
}

/** A table of respondents; with a weight, also of what they count as. */
export interface Table extends Totals {
  rows: TableAxis;
  /** Null for a frequency table, which has one column. */
  columns: TableAxis | null;
  /** Null where every respondent counts as one. `by` is the title of the weight. */
  weighted: { by: string; sums: Totals; squares: Totals } | null;
  /** For each column, the options mentioned together. Null where the rows are not multiple, or it was not counted. */
  together: Together[] | null;
  /** Respondents in the study. */
  total: number;
  /** Null where it is not known, as in a table on paper. */
  leftOut: LeftOut[] | null;
  /** Of slots in order: at which place on average an option is mentioned, by column and in all; NaN: by nobody. */
  places?: { cells: number[][]; all: number[] } | undefined;
  /**
   * Of a number in the rows that is described: its one row is of all who have a number. By column and in all, null
   * where nobody is.
   */
  numbers?: TableNumbers | undefined;
  /** Who is in no row, a line for each kind of no answer. Absent where it is not known, as in a table on paper. */
  silent?: SilentLine[] | undefined;
  /** Lines that several categories of the rows have together; no statistic knows of them. */
  nets?: TableNets | undefined;
  /**
   * Of a multiple-response question in the rows: who mentioned something, and how all others stand to it, those who are
   * not in the base too. Absent where it is not known, or the rows are not multiple.
   */
  standings?: { is: Standing | 'mentioned'; respondents: number; counted: boolean }[] | undefined;
}

/** A table of a study, of which it is known who is left out. */
export interface StudyTable extends Table {
  leftOut: LeftOut[];
}
