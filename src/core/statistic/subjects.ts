import type { GroupNumbers } from '../count/types.js';
import type { Crosstab } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import type { ExactOptions } from '../infer/exact/exact.js';
import type { Mentions } from './mentions.js';

/** A table of counts, in the ways that statistics look at it. */
export interface TableSubject {
  table: Crosstab;
  /** The same with the same categories both ways, empty ones too; null where it is not square. */
  square: Crosstab | null;
  /** The table with the groups that are compared in the rows. */
  grouped: Crosstab;
  /** The table with its groups in the rows and the ordered variable, where there is one, in the columns. */
  ordered: Crosstab;
  /** Of every interval. */
  confidence: number;
  exact?: ExactOptions | undefined;
}

/** One stratum: counts over the same rows and columns as all others, with its margins; some may be empty. */
export type Stratum = Pick<Crosstab, 'n' | 'R' | 'C' | 'N'>;

/** A table split by a third variable, groups in the rows. */
export interface StrataSubject {
  strata: readonly Stratum[];
  scores: Crosstab['scores'];
  confidence: number;
  names?: readonly string[] | undefined;
}

/** Counts over one set of categories, with the counts that a hypothesis expects. */
export interface OneWay {
  n: number[];
  expected: number[];
  N: number;
}

interface OneWaySubject extends OneWay {
  /** The shares that were given, as they were given. */
  shares?: readonly number[] | undefined;
  exact?: ExactOptions | undefined;
}

/** Related yes/no answers: a line for each pattern, 1 or 0 for each question, and how many gave it. */
interface RelatedSubject {
  answers: readonly (readonly number[])[];
  times: readonly number[];
}

/** How far apart two values are taken to be. */
export const VALUE_METRICS = ['nominal', 'ordinal', 'interval', 'ratio'] as const;
/** How far apart two sets of codes are taken to be. */
const SET_METRICS = ['jaccard', 'masi'] as const;
export type SetMetric = (typeof SET_METRICS)[number];

export const METRICS = [...VALUE_METRICS, ...SET_METRICS] as const;
export type Metric = (typeof METRICS)[number];

export const isOfSets = (metric: Metric): metric is SetMetric => SET_METRICS.some((own) => own === metric);

/** What a coder gave a unit: a value, or, where several codes can be given, a set of them, which can be empty. */
export type Coded = number | readonly number[];

/** Codings of units by several coders: a line for each unit, null where a coder gave none. */
interface CodingsSubject {
  units: readonly (readonly (Coded | null)[])[];
  metric: Metric;
  confidence: number;
}

/** Numbers of respondents in groups that do not overlap, each with somebody in it. */
export interface NumbersSubject {
  groups: readonly GroupNumbers[];
  /** Of all groups together. */
  all: GroupNumbers;
  /** Σ(t³ - t) over the numbers that t respondents share; null with a weight. */
  ties: number | null;
  /** Of every interval. */
  confidence: number;
}

/** What a statistic can be worked out from. */
export interface Subjects {
  table: TableSubject;
  strata: StrataSubject;
  'one-way': OneWaySubject;
  related: RelatedSubject;
  codings: CodingsSubject;
  multiple: Mentions;
  numbers: NumbersSubject;
}

const NOT_SQUARE: Absent = { absent: 'It is for square tables, with the same categories both ways.' };

/** A statistic of square tables alone. */
export const onSquare =
  <Result>(compute: (square: Crosstab, confidence: number) => Result | Absent) =>
  ({ square, confidence }: TableSubject): Result | Absent =>
    square ? compute(square, confidence) : NOT_SQUARE;

/** The sum of a statistic of square tables. */
export const sumOnSquare =
  <Sum>(show: (square: Crosstab) => Sum | null) =>
  ({ square }: TableSubject): Sum | null =>
    square && show(square);
