import type { SaidReading } from '../reading/said-reading.js';
import type { LaidOut } from '../view/laid-cell.js';
import type { TableAnswer } from '../view/as-answer.js';
import type { TableView } from '../view/types.js';
import type { Shown } from '../table/shown-shape.js';

/** A table of a report, laid out and in figures, with all that is said under it. */
export interface ReportTable {
  is: 'table';
  /** Among the tables, from 1. */
  number: number;
  /** The sentence. */
  caption: string;
  /** Who is counted, in words; empty where everybody is. */
  filter: string;
  /** The title of the weight; null where each respondent counts as one. */
  weight: string | null;
  /** As it is shown: one, or one for each stratum, or for each item of frequency tables. */
  laid: LaidOut[];
  /** The same as renderers of figures take it, and what of it is shown. */
  views: TableView[];
  shown: Shown;
  /** Each block with all its figures, its tests, measures and reading, at full precision; where they are wanted. */
  answers: TableAnswer[];
  /** On whom it stands, a line for each block. */
  bases: string[];
  /** Some cells are hatched by how they depart from independence. */
  hatched: boolean;
  readings: SaidReading[];
  /** Names of the tests and measures that lead in them. */
  used: { tests: readonly string[]; measures: readonly string[] };
}

/** A table that cannot be shown, in its place. */
export interface RefusedTable {
  is: 'refused';
  number: number;
  caption: string;
  /** Why, and what mends it. */
  why: string;
}

/** What a report is made of, in its order. */
export type ReportItem = ReportTable | RefusedTable | { is: 'section'; title: string } | { is: 'note'; text: string };

/** A line of what a file says of itself: "Study", "Fernhill allotments". */
export interface Fact {
  what: string;
  text: string;
}

/** What is handed over: all that a format needs, and all that it may use. */
export interface Report {
  title: string;
  facts: readonly Fact[];
  items: readonly ReportItem[];
  /** How the figures were come by, a paragraph each. */
  methods: readonly string[];
}

/** The tables of a report. */
export const tablesOf = ({ items }: Report): ReportTable[] => items.filter((item) => item.is === 'table');
