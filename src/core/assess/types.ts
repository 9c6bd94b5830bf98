import type { Dropped, Weights } from '../crosstab.js';
import type { Adjustment } from '../infer/adjust.js';
import type { Cells } from '../infer/cells.js';
import type { Collapsing } from '../infer/collapsing.js';
import type { ColumnProportions } from '../infer/column-proportions.js';
import type { ExactOptions } from '../infer/exact/exact.js';
import type { TestResult } from '../infer/result.js';
import type { Metric } from '../measure/krippendorff-alpha.js';
import type { MeasureResult } from '../measure/result.js';

/** Tests of one table of counts. */
export const TABLE_TESTS = [
  'pearson',
  'likelihood-ratio',
  'yates',
  'fisher',
  'pearson-exact',
  'linear-trend',
  'kruskal-wallis',
  'cochran-armitage',
  'rao-scott',
  'design-trend',
  'mcnemar',
  'bowker',
  'stuart-maxwell',
] as const;
/** Tests over strata, of one-way counts, of related answers, and of a multiple-response question. */
export const OTHER_TESTS = ['mantel-haenszel', 'breslow-day', 'goodness-of-fit', 'cochran-q', 'equal-mention'] as const;
export const TEST_IDS = [...TABLE_TESTS, ...OTHER_TESTS] as const;

/** Measures of one table of counts; after the colon, what is predicted. */
export const TABLE_MEASURES = [
  'phi',
  'contingency',
  'cramers-v',
  'cramers-v-corrected',
  'tschuprow-t',
  'lambda:columns',
  'lambda:rows',
  'lambda:symmetric',
  'goodman-kruskal-tau:columns',
  'goodman-kruskal-tau:rows',
  'uncertainty:columns',
  'uncertainty:rows',
  'uncertainty:symmetric',
  'gamma',
  'kendall-tau-b',
  'stuart-tau-c',
  'somers-d:columns',
  'somers-d:rows',
  'somers-d:symmetric',
  'pearson-r',
  'spearman',
  'eta:columns',
  'eta:rows',
  'odds-ratio',
  'risk-ratio',
  'risk-difference',
  'yule-q',
  'yule-y',
  'kappa',
  'weighted-kappa:linear',
  'weighted-kappa:quadratic',
] as const;
export const OTHER_MEASURES = ['common-odds-ratio', 'krippendorff-alpha'] as const;
export const MEASURE_IDS = [...TABLE_MEASURES, ...OTHER_MEASURES] as const;

export type TableTest = (typeof TABLE_TESTS)[number];
export type TableMeasure = (typeof TABLE_MEASURES)[number];
export type TestId = (typeof TEST_IDS)[number];
export type MeasureId = (typeof MEASURE_IDS)[number];
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
  /** The grouping whose place the collapsing check tells: positions after which its groups end. */
  cuts?: { rows?: readonly number[] | undefined; columns?: readonly number[] | undefined } | undefined;
}

/** A table split by a third variable; `counts` may be left out, it is their sum. */
export interface StrataRequest extends Omit<TableRequest, 'counts' | 'weights'> {
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
  codings: { units: readonly (readonly (number | null)[])[]; metric?: Metric | undefined };
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

export type AssessRequest =
  TableRequest | StrataRequest | OneWayRequest | RelatedRequest | CodingsRequest | MultipleRequest;

export interface Caution {
  id: 'dropped' | 'small-expected' | 'order-assumed' | 'even-weights' | 'options-left-out' | 'pooled';
  text: string;
}

/** What an answer stands on. */
export interface Base {
  /** Respondents, or the sum of their weights. */
  N: number;
  /** Respondents, whatever their weights. */
  respondents: number;
  /** Kish's effective base; the respondents where there are no weights. */
  effective: number;
  rows: number;
  columns: number;
  smallestExpected: number | null;
  /** Cells with an expected count under 5. */
  smallExpected: number;
}

/** One option of a multiple-response question, mentioned or not, by group. */
export interface OptionResult {
  option: number;
  /** Share of each group that mentioned it. */
  rates: number[];
  tests: Partial<Record<TestId, TestResult>>;
  measures: Partial<Record<MeasureId, MeasureResult>>;
  /** p of its test (Pearson's; with weights, Rao and Scott's) adjusted over the options. */
  adjustedP: number;
  /** Adjusted residual of each group's mentions, 0 for a group that is empty. */
  residuals: number[];
  expected: number[];
}

export interface Assessment {
  tests: Partial<Record<TestId, TestResult>>;
  measures: Partial<Record<MeasureId, MeasureResult>>;
  /** In the shape of the table without its empty rows and columns; absent where there is no table left. */
  cells: Cells | null;
  columnProportions: ColumnProportions | null;
  /** For each ordered axis of three codes or more. */
  collapsing: Collapsing[];
  /** Of a multiple-response question, one for each option that can be tested. */
  options: OptionResult[];
  dropped: Dropped;
  /** Statistics that have no value on this table, each with its reason. */
  absent: { id: TestId | MeasureId; reason: string }[];
  cautions: Caution[];
  base: Base;
}

/** An answer with nothing in it yet. */
export function emptyAssessment(base: Partial<Base> = {}): Assessment {
  return {
    tests: {},
    measures: {},
    cells: null,
    columnProportions: null,
    collapsing: [],
    options: [],
    dropped: { rows: [], columns: [] },
    absent: [],
    cautions: [],
    base: {
      N: 0,
      respondents: 0,
      effective: 0,
      rows: 0,
      columns: 0,
      smallestExpected: null,
      smallExpected: 0,
      ...base,
    },
  };
}
