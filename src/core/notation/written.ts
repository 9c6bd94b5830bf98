import type { Code, Level } from '../codebook/types.js';
import type { NamedRecipe } from '../recode/recipe-shape.js';
import type { Mark } from '../recode/theme/mark.js';
import type { SizeWord } from '../study/settings-shape.js';
import type { CodeHere, LevelHere, RowItem } from '../table/sentence.js';
import type { ClauseCalled } from '../table/sentence-shape.js';
import type { Shown } from '../table/shown-shape.js';
import type { TextPlace } from './text/problem.js';

/** A code list by its name. */
export interface WrittenList {
  name: string;
  /** It stays though nobody uses it. */
  kept: boolean;
  codes: Code[];
}

/** What stands in for its source, and what it is to give back. */
export interface WrittenStandsIn {
  source: string;
  /** What the result was called before it took the source's name. */
  was: string;
  /** The source was out of the lists already. */
  aside: boolean;
}

/** What is said of a variable: a column of the data, or what a working makes. */
export interface WrittenVariable {
  name: string;
  label: string;
  /** The heading of its column, where that is another than its name. */
  heading?: string | undefined;
  question: string;
  /** Of a column; what a working makes has what the working gives it. */
  level?: Exclude<Level, 'multiple'> | undefined;
  /** Of a column: the list that it shares, or its own codes. */
  list?: string | undefined;
  codes: Code[];
  recipe?: NamedRecipe | undefined;
  standsIn?: WrittenStandsIn | undefined;
  group: string;
  note: readonly string[];
  starred: boolean;
  aside: boolean;
  shownOrder: readonly string[];
  offScale: readonly string[];
  place?: TextPlace;
}

/** What was coded by hand, of a working of themes, by one coder. */
export interface WrittenCodings {
  /** The variable that the working makes. */
  of: string;
  coder: string;
  /** They settle what coders said differently. */
  settles: boolean;
  marks: WrittenMark[];
  place?: TextPlace;
}
export type WrittenMark = Pick<Mark, 'text' | 'verdict' | 'themes' | 'quote'>;

/** What stands in the rows of a table, as its sentence says it. */
export type WrittenRow = Pick<RowItem, 'counted' | 'mention' | 'as'> & { variable: string };

/** What is wanted of a row beyond its sentence; rows are counted from 1. */
export type WrittenRowMore = Pick<RowItem, 'label' | 'nets' | 'figures' | 'lines'> & {
  row: number;
  /** The variable of the row. */
  of: string;
};

/** What a table is asked for by, variables by their names. */
export interface WrittenSentence {
  summary?: true | undefined;
  rows: readonly WrittenRow[];
  battery?: true | undefined;
  by: readonly (readonly string[])[];
  within?: string | undefined;
  only: readonly ClauseCalled<string>[];
  weight?: string | undefined;
}

/** What of a table is shown, variables by their names. */
type WrittenShown = Omit<Shown, 'predicted'> & { predicted?: 'rows' | 'columns' | readonly string[] | undefined };

/** A table that is kept, with what of it is shown. */
export interface WrittenTable extends WrittenShown {
  sentence: WrittenSentence;
  /** Where it is called otherwise than its sentence. */
  title?: string | undefined;
  more: WrittenRowMore[];
  codes: (Omit<CodeHere, 'variable'> & { variable: string })[];
  levels: (Omit<LevelHere, 'variable'> & { variable: string })[];
  place?: TextPlace;
}

export type WrittenItem =
  { is: 'table'; table: WrittenTable } | { is: 'section'; title: string } | { is: 'note'; text: readonly string[] };

export interface WrittenBinder {
  name: string;
  items: WrittenItem[];
}

/** What the study is called, and its settings. */
export interface WrittenHead {
  name: string;
  subtitle: string;
  sizeWords: SizeWord[];
}

/** A study as its text says it, by names: all but the respondents. Variables stand in the order of the roster. */
export interface WrittenStudy {
  head?: WrittenHead | undefined;
  lists: WrittenList[];
  variables: WrittenVariable[];
  codings: WrittenCodings[];
  binders: WrittenBinder[];
}
