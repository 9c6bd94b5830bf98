import { checkCounts, type Crosstab, type Dropped, reduceTable } from './crosstab.js';
import { type Cells, cells } from './infer/cells.js';
import { fisher } from './infer/fisher.js';
import { likelihoodRatio } from './infer/likelihood-ratio.js';
import { pearson } from './infer/pearson.js';
import { type Absent, isAbsent, type TestResult } from './infer/result.js';
import { yates } from './infer/yates.js';
import { cramersV } from './measure/cramers-v.js';
import { gamma } from './measure/gamma.js';
import { lambda } from './measure/lambda.js';
import { phi } from './measure/phi.js';
import type { MeasureResult } from './measure/result.js';

export const TEST_IDS = ['pearson', 'likelihood-ratio', 'yates', 'fisher'] as const;
export const MEASURE_IDS = ['phi', 'cramers-v', 'lambda:columns', 'lambda:rows', 'lambda:symmetric', 'gamma'] as const;
export type TestId = (typeof TEST_IDS)[number];
export type MeasureId = (typeof MEASURE_IDS)[number];
export type AxisLevel = 'unordered' | 'ordered';

export interface AssessRequest {
  counts: readonly (readonly number[])[];
  rowLevel?: AxisLevel | undefined;
  columnLevel?: AxisLevel | undefined;
  /** Of every interval; between 0 and 1, .95 where not given. */
  confidence?: number | undefined;
}

export interface Caution {
  id: 'dropped' | 'small-expected' | 'order-assumed';
  text: string;
}

export interface Assessment {
  tests: Partial<Record<TestId, TestResult>>;
  measures: Partial<Record<MeasureId, MeasureResult>>;
  /** In the shape of the table without its empty rows and columns; absent where there is no table left. */
  cells: Cells | null;
  dropped: Dropped;
  /** Statistics that have no value on this table, each with its reason. */
  absent: { id: TestId | MeasureId; reason: string }[];
  cautions: Caution[];
  /** What all of it stands on. */
  base: { N: number; rows: number; columns: number; smallestExpected: number | null; smallExpected: number };
}

const TESTS: Record<TestId, (table: Crosstab) => TestResult | Absent> = {
  pearson,
  'likelihood-ratio': likelihoodRatio,
  yates,
  fisher,
};

const MEASURES: Record<MeasureId, (table: Crosstab, confidence: number) => MeasureResult | Absent> = {
  phi,
  'cramers-v': cramersV,
  'lambda:columns': (table, confidence) => lambda(table, 'columns', confidence),
  'lambda:rows': (table, confidence) => lambda(table, 'rows', confidence),
  'lambda:symmetric': (table, confidence) => lambda(table, 'symmetric', confidence),
  gamma,
};

/** Expected counts under this make the chi-square approximation doubtful (Cochran 1954). */
export const SMALL_EXPECTED = 5;

function whyNothing(table: Crosstab): string | null {
  if (table.N === 0) return 'The table is empty: no respondent is in it.';
  if (table.R.length < 2) return 'Only one row has anyone in it, so there is nothing to compare.';
  if (table.C.length < 2) return 'Only one column has anyone in it, so there is nothing to compare.';
  return null;
}

function names(positions: readonly number[], one: string): string {
  const list = positions.map((position) => String(position + 1));
  return `${one}${list.length > 1 ? 's' : ''} ${list.join(', ')}`;
}

/** How many cells of the table are expected to hold fewer than five, in a plain sentence; null where none is. */
export function smallExpectedSentence(expected: readonly (readonly number[])[]): string | null {
  const all = expected.flat();
  const small = all.filter((e) => e < SMALL_EXPECTED).length;
  if (small === 0) return null;
  const share = Math.round((100 * small) / all.length);
  const least = Math.min(...all);
  const smallest = least < 0.1 ? 'under 0.1' : least.toFixed(1);
  return `${small} of ${all.length} cells (${share}%) ${small === 1 ? 'has an' : 'have'} expected count${
    small === 1 ? '' : 's'
  } below ${SMALL_EXPECTED}; the smallest is ${smallest}.`;
}

/**
 * Every test and measure of one table of counts, rows by columns.
 * @throws Fault naming the cell, where something in the table is not a count.
 */
export function assess(request: AssessRequest): Assessment {
  checkCounts(request.counts);
  const confidence = request.confidence ?? 0.95;
  const { table, dropped } = reduceTable(request.counts);
  const result: Assessment = {
    tests: {},
    measures: {},
    cells: null,
    dropped,
    absent: [],
    cautions: [],
    base: { N: table.N, rows: table.R.length, columns: table.C.length, smallestExpected: null, smallExpected: 0 },
  };
  if (dropped.rows.length + dropped.columns.length > 0) {
    const what = [
      ...(dropped.rows.length > 0 ? [names(dropped.rows, 'row')] : []),
      ...(dropped.columns.length > 0 ? [names(dropped.columns, 'column')] : []),
    ].join(' and ');
    result.cautions.push({ id: 'dropped', text: `Left out because nobody is in it: ${what}.` });
  }
  const nothing = whyNothing(table);
  if (nothing !== null) {
    result.absent = [...TEST_IDS, ...MEASURE_IDS].map((id) => ({ id, reason: nothing }));
    return result;
  }
  for (const id of TEST_IDS) {
    const outcome = TESTS[id](table);
    if (isAbsent(outcome)) result.absent.push({ id, reason: outcome.absent });
    else result.tests[id] = outcome;
  }
  for (const id of MEASURE_IDS) {
    const outcome = MEASURES[id](table, confidence);
    if (isAbsent(outcome)) result.absent.push({ id, reason: outcome.absent });
    else result.measures[id] = outcome;
  }
  result.cells = cells(table);
  const expected = result.cells.expected.flat();
  result.base.smallestExpected = Math.min(...expected);
  result.base.smallExpected = expected.filter((e) => e < SMALL_EXPECTED).length;
  result.cautions.push(...cautionsOf(request, table, result.cells));
  return result;
}

function cautionsOf(request: AssessRequest, table: Crosstab, { expected }: Cells): Caution[] {
  const cautions: Caution[] = [];
  const small = smallExpectedSentence(expected);
  if (small !== null) cautions.push({ id: 'small-expected', text: small });
  const loose = [
    ...(request.rowLevel === 'unordered' && table.R.length > 2 ? ['rows'] : []),
    ...(request.columnLevel === 'unordered' && table.C.length > 2 ? ['columns'] : []),
  ];
  if (loose.length > 0) {
    cautions.push({
      id: 'order-assumed',
      text: `Gamma reads the order in which categories stand; the ${loose.join(' and ')} have none.`,
    });
  }
  return cautions;
}
