import type { Weights } from '../crosstab.js';
import type { Adjustment } from '../infer/adjust.js';
import type { ExactOptions } from '../infer/exact/exact.js';
import type { Metric, Subjects } from '../statistic/subjects.js';

export type AxisLevel = 'unordered' | 'ordered';

/** What every request may say. */
interface Common {
  /** Of every interval; between 0 and 1, .95 where not given. */
  confidence?: number | undefined;
  exact?: ExactOptions | undefined;
}

/** One table of counts, with weights or in strata where there are any. */
export interface TableRequest extends Common {
  counts: readonly (readonly number[])[];
  weights?: Weights | undefined;
  rowLevel?: AxisLevel | undefined;
  columnLevel?: AxisLevel | undefined;
  rowScores?: readonly number[] | undefined;
  columnScores?: readonly number[] | undefined;
  /** How p-values of cells and of pairs of columns are adjusted; Holm where not given. */
  adjustment?: Adjustment | undefined;
  /** Which axis holds the groups that risks, and mean scores over strata, compare; rows where not given. */
  groups?: 'rows' | 'columns' | undefined;
  /** Positions of categories that are not on the scale: they count, and what reads an order leaves them out. */
  offScale?: { rows?: readonly number[] | undefined; columns?: readonly number[] | undefined } | undefined;
  /** The grouping whose place the collapsing check tells: positions after which its groups end. */
  cuts?: { rows?: readonly number[] | undefined; columns?: readonly number[] | undefined } | undefined;
}

/** A table split by a third variable; `counts` may be left out, it is their sum. */
export interface StrataRequest extends Omit<TableRequest, 'counts' | 'weights' | 'offScale'> {
  strata: readonly (readonly (readonly number[])[])[];
  counts?: readonly (readonly number[])[] | undefined;
}

export interface OneWayRequest extends Common {
  oneWay: { counts: readonly number[]; proportions?: readonly number[] | undefined };
}

/** Answers to related yes/no questions: a line for each pattern, 1 or 0 for each question. */
export interface RelatedRequest extends Common {
  related: { answers: readonly (readonly number[])[]; times?: readonly number[] | undefined };
}

/** Codings of units by several coders: a line for each unit, null where a coder gave none. */
export interface CodingsRequest extends Common {
  codings: { units: Subjects['codings']['units']; metric?: Metric | undefined };
}

/** A multiple-response question by groups: for each respondent a group and the options mentioned, from 0. */
export interface MultipleRequest extends Common {
  multiple: {
    groups: readonly number[];
    mentions: readonly (readonly number[])[];
    options: number;
    weights?: readonly number[] | null | undefined;
  };
  adjustment?: Adjustment | undefined;
}

/** Numbers of respondents in groups that do not overlap, each counting as a weight where there are any. */
export interface NumbersRequest extends Common {
  numbers: { groups: readonly (readonly number[])[]; weights?: readonly (readonly number[])[] | undefined };
  adjustment?: Adjustment | undefined;
}

export type AssessRequest =
  TableRequest | StrataRequest | OneWayRequest | RelatedRequest | CodingsRequest | MultipleRequest | NumbersRequest;
