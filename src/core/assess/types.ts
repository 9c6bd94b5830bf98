import type { Dropped } from '../crosstab.js';
import type { Cells } from '../infer/cells.js';
import type { Collapsing } from '../infer/collapsing.js';
import type { ColumnProportions } from '../infer/column-proportions.js';
import type { MeanPairs } from '../infer/mean-pairs.js';
import type { TestResult } from '../infer/result.js';
import type { MeasureResult } from '../measure/result.js';
import type { MeasureId, TestId } from '../statistic/registry.js';

export interface Caution {
  id: 'dropped' | 'small-expected' | 'order-assumed' | 'even-weights' | 'options-left-out' | 'pooled';
  text: string;
}

/** What an answer stands on. */
export interface Base {
  /** Respondents, or the sum of their weights. */
  N: number;
  /** Respondents, unweighted. */
  respondents: number;
  /** Kish's effective base; the respondents where there are no weights. */
  effective: number;
  rows: number;
  columns: number;
  /** Respondents whose codes are on the scale, where some are not. */
  onScale?: number | undefined;
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
  /** Of numbers in groups, their means two by two. */
  means: MeanPairs | null;
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

/** What of it the cells of a table show. */
export type CellAssessment = Pick<Assessment, 'cells' | 'columnProportions' | 'means' | 'dropped'>;

/** An answer with nothing in it yet. */
export function emptyAssessment(base: Partial<Base> = {}): Assessment {
  return {
    tests: {},
    measures: {},
    cells: null,
    columnProportions: null,
    means: null,
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
