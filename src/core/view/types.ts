import type { Adjustment } from '../infer/adjust.js';
import type { SweptLine } from '../sweep/types.js';
import type { FigureChoice, FigureId, ScaleChoice } from '../table/figure-choice.js';
import type { SummaryColumn } from '../table/summary-shape.js';
import type { Category, LeftOut, Step } from '../table/table.js';

export type { FigureId };

/**
 * What a figure counts in: respondents or their weights, these as independence gives them, percent from 0 to 100,
 * points between two percentages, a share of 100 that is the same, a place, a residual, a probability, a text, what a
 * number variable is counted in.
 */
export type Unit =
  'count' | 'expected' | 'percent' | 'points' | 'index' | 'place' | 'residual' | 'p' | 'text' | 'value';

/** One figure of every cell of a block, at full precision; null where a cell has none. */
export interface Figure {
  id: FigureId;
  /** As it stands in a heading: "row %". */
  label: string;
  unit: Unit;
  /** After the point, where it is read. */
  decimals: number;
  /** Rows by columns, the total column first. */
  cells: (number | string | null)[][];
  /** Columns that are counted in something else; null: in what the figure is. */
  columns?: (Pick<Figure, 'unit' | 'decimals'> | null)[] | undefined;
}

/**
 * A line or a column of a table: a category, several on one line, or all of them together; of a battery an item, and
 * what a scale comes to.
 */
export interface Leaf {
  is: Category['kind'] | 'net' | 'total' | 'item' | 'scale';
  /** Empty for a total. */
  code: string;
  label: string;
  /** One step for each variable that it is a category of, the outermost first; none for a total. */
  path: readonly Step[];
  /** Of a line: within so many nets. */
  depth?: number | undefined;
  /** Of what a scale comes to: what it is. */
  about?: string | null | undefined;
  /** Of an item: which of the rows of the sentence it is. */
  at?: number | undefined;
  /** Of an item: its base is small. */
  small?: boolean | undefined;
}

/** A line under the rows of an item: on how many its figures stand, or what a scale comes to. */
export interface Foot {
  id: 'base' | 'aside' | 'weighted-base' | 'effective-base' | 'mentions' | 'mentions-per-respondent' | ScaleChoice;
  label: string;
  /** What it is, where that needs a word. */
  about: string | null;
  decimals: number;
  unit: 'count' | 'percent' | 'points' | 'value';
  /** By column, the total first; null where nobody is. */
  values: (number | null)[];
}

/** A line for who was asked: who answered, each kind of no answer, and all of them together. */
export interface AskedLine {
  is: 'answered' | 'silent' | 'everyone';
  /** "Refused", "Blank". */
  label: string;
  /** The figures it has, by id: counts and percentages of all; by column, the total first. */
  values: Partial<Record<FigureId, (number | null)[]>>;
}

/** One row item by one nest: all that is shown of it. */
export interface BlockView {
  /** Its sentence. */
  title: string;
  figures: Figure[];
  feet: Foot[];
  /** Of a scale, lines of which some are chosen. */
  scale: Foot[];
  /** Lines that stand beside percentages of all; none where it is not known who gave no answer. */
  asked: AskedLine[];
  /** Respondents in the block; by column, the total first. */
  base: number;
  bases: (number | null)[];
  /** The same; with a weight, respondents of equal weight who would tell as much (Kish). */
  effective: (number | null)[];
  /** Columns whose base is small; a figure on it says little. */
  small: boolean[];
  /** Columns whose figures are not shown, as too few stand behind them. */
  hidden?: boolean[] | undefined;
  /** The letter of each column where columns are compared two by two. */
  letters: (string | null)[];
  /** What respondents count as, by its title; null where each counts as one. */
  weightedBy: string | null;
  /** Respondents in the study, and those of them who are not in the block. */
  total: number;
  leftOut: LeftOut[];
}

/** What stands down: the lines of one row item. */
export interface ItemView {
  title: string;
  /** The variable's id. */
  variable: number;
  /** Its categories have an order, so shares can be added up from the first. */
  ordered: boolean;
  /** A question whose options overlap: its lines are options. */
  multiple: boolean;
  leaves: Leaf[];
  /** A number that is described: it has one line, and each of its figures says something else of it. */
  number: boolean;
  /** The figures of its cells that were chosen for it alone. */
  figures?: readonly FigureChoice[] | undefined;
}

/** What stands across: the columns of one nest, all together first. */
export interface NestView {
  /** "Season split by Tenure"; empty for frequency tables. */
  title: string;
  leaves: Leaf[];
}

/** One of the figures that are put together in a cell of a summary. */
export interface Part extends Pick<Figure, 'unit' | 'decimals'> {
  id: FigureId | Foot['id'];
  value: number | string | null;
}

/** A line of a summary. */
export interface SummaryLine {
  /**
   * All respondents, answered or not; a variable, with its figures where it has one line; a category of it; figures of
   * it; or who gave no answer to it.
   */
  is: 'everyone' | 'variable' | 'category' | 'figures' | 'unanswered';
  /** Which of the items it is of; null: of none. */
  item: number | null;
  /** Of a category: which of the lines of its item; null: of none. */
  row: number | null;
  label: string;
  /** What its figures are, or those of the lines under it: "n (%)"; empty where that is said above. */
  form: string;
  /** Within so many others. */
  depth: number;
  /** What stands before, between and behind the parts of each cell. */
  between: readonly string[];
  /** By column, the total first; none where the lines under it have the figures. */
  cells: readonly (readonly Part[])[];
}

/** What is tested of a variable by the groups of a summary, and how strong the association is. */
export interface ItemStatistic {
  /** Null: nothing is tested. `text` is "χ²(4) = 12.3". */
  test: { id: string; name: string; text: string; p: number } | null;
  /** Over all variables of the summary; null where p is not adjusted, or there is none. */
  adjustedP: number | null;
  measure: { id: string; name: string; symbol: string; value: number } | null;
  /** Why nothing is tested, or what to be careful about. */
  note: string | null;
}

/** Variables in figures that suit each, one under the other. */
export interface Summary {
  lines: readonly SummaryLine[];
  /** What stands behind the groups; nothing where there are none. */
  columns: readonly SummaryColumn[];
  /** By item. */
  statistics: readonly ItemStatistic[];
  /** How p is adjusted; null: not at all. */
  adjusted: Adjustment | null;
  /** On whom it stands, as a block says it: all who are in it, whether they answered its variables or not. */
  base: BlockView;
  /** What is said under it. */
  notes: readonly string[];
}

/** Tables by the same groups, a line each. */
export interface Sweep {
  /** As they are sorted. */
  lines: readonly SweptLine[];
  /** How p is adjusted over them. */
  adjustment: Adjustment;
  /** What is said under them. */
  notes: readonly string[];
}

/** A table as all renderers take it: they format it and lay it out, and work out nothing of it. */
export interface TableView {
  /** The sentence. */
  title: string;
  items: ItemView[];
  nests: NestView[];
  /** Items by nests; the figures of a block stand over the lines of its item and the columns of its nest. */
  blocks: BlockView[][];
  /** Of a battery: the frequency tables of its items. */
  frequencies?: TableView | undefined;
  /** The same as a summary, which is shown in the place of its blocks. */
  summary?: Summary | undefined;
  /** Its blocks as a list, which is shown in their place. */
  sweep?: Sweep | undefined;
}
