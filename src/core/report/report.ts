import type { SaidReading } from '../reading/said-reading.js';
import type { LaidOut } from '../view/laid-cell.js';
import type { TableAnswer } from '../view/as-answer.js';
import type { TableView } from '../view/types.js';
import type { Handed } from '../table/picture-kinds.js';
import type { Shown } from '../table/shown-shape.js';
import type { FrozenMark } from './frozen-shape.js';
import { sayFrozen } from './say-frozen.js';

/** A picture of a table, or of a part of it. */
export interface ReportPicture {
  title: string;
  /** A file of its own: it takes nothing of a page. */
  svg: string;
  /** In points. */
  width: number;
  height: number;
  /** What it shows, for who does not see it. */
  alt: string;
}

/** A table of a report, laid out and in figures, with all that is said under it. */
export interface ReportTable {
  is: 'table';
  /** Among the tables, from 1; of a picture alone, among the figures. */
  number: number;
  /** What of it stands where one reads: the table, its picture, or both. */
  handed: Handed;
  /** Its pictures, where they are wanted: one, or one for each block. */
  pictures: readonly ReportPicture[];
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
  /** When it was frozen; null: it is as the study was when it was written. */
  frozen: Pick<FrozenMark, 'at' | 'entry'> | null;
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
  handed: Handed;
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

/** The lines of a table that stand where one reads; none of a picture alone, which has its figures in its text. */
export const laidToRead = ({ laid, handed, pictures }: ReportTable): readonly LaidOut[] =>
  handed === 'picture' && pictures.length > 0 ? [] : laid;

/** What stands under a table: since when it is frozen, and on whom it stands. */
export const standsOn = ({ frozen, bases }: ReportTable): string[] => [
  ...(frozen ? [sayFrozen(frozen)] : []),
  ...bases,
];

/** The pictures of a report. */
export const picturesIn = (report: Report): ReportPicture[] => tablesOf(report).flatMap(({ pictures }) => pictures);

/** The tables of a report. */
export const tablesOf = ({ items }: Report): ReportTable[] => items.filter((item) => item.is === 'table');
