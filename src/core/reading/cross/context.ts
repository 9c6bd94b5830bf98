import type { Assessment, TestId } from '../../assess.js';
import { titleOf } from '../../codebook/types.js';
import type { TestResult } from '../../infer/result.js';
import type { Table } from '../../table/tabulate.js';

/** A cross table of two single variables, with what was computed from it. */
export interface Read {
  table: Table;
  result: Assessment;
  confidence: number;
  /** Titles of the variables. */
  rowTitle: string;
  columnTitle: string;
  /** Whether a variable's categories have an order; two categories always do. */
  rowsOrdered: boolean;
  columnsOrdered: boolean;
  /** Both variables have the same categories in the same order: the same thing asked twice, or of two coders. */
  paired: boolean;
  twoByTwo: boolean;
  /** Positions in the table of the rows and columns that someone is in. */
  rowsKept: number[];
  columnsKept: number[];
}

const kept = (length: number, dropped: readonly number[]) =>
  Array.from({ length }, (_, k) => k).filter((k) => !dropped.includes(k));

/** What the five answers of a cross table look at. */
export function readOf(table: Table, result: Assessment, confidence: number): Read {
  const { rows, columns } = table;
  const labels = (axis: Table['rows'] | null) => axis?.categories.map(({ label }) => label).join('\u0000');
  const hasOrder = (axis: Table['rows'] | null) =>
    axis?.variable.level === 'ordered' || axis?.variable.level === 'number';
  return {
    table,
    result,
    confidence,
    rowTitle: titleOf(rows.variable),
    columnTitle: columns ? titleOf(columns.variable) : '',
    rowsOrdered: hasOrder(rows),
    columnsOrdered: hasOrder(columns),
    paired: labels(rows) === labels(columns),
    twoByTwo: result.base.rows === 2 && result.base.columns === 2,
    rowsKept: kept(rows.categories.length, result.dropped.rows),
    columnsKept: kept(columns?.categories.length ?? 0, result.dropped.columns),
  };
}

export interface Lead {
  id: TestId;
  test: TestResult;
}

/** More than one cell in five expected under 5, or one under 1: chi-square is doubtful (Cochran 1954). */
export function chiSquareDoubtful({ result: { base, tests } }: Pick<Read, 'result'>): boolean {
  if (tests['rao-scott']) return false;
  return base.smallExpected / (base.rows * base.columns) > 0.2 || (base.smallestExpected ?? 0) < 1;
}

/**
 * The test that the verdict stands on: Rao and Scott's with weights; Fisher's where it is known and counts are small
 * (on 2 x 2, any expected under 5); else Pearson's.
 */
export function leadTest(read: Read): Lead {
  const { tests, base } = read.result;
  if (tests['rao-scott']) return { id: 'rao-scott', test: tests['rao-scott'] };
  const small = read.twoByTwo ? base.smallExpected > 0 : chiSquareDoubtful(read);
  if (tests.fisher && small) return { id: 'fisher', test: tests.fisher };
  return { id: 'pearson', test: tests.pearson ?? { p: 1 } };
}

/** Whether the verdict is that there is an association. */
export function isSignificant(read: Read): boolean {
  return leadTest(read).test.p < 1 - read.confidence;
}

/** A label in the sentence. */
export const quote = (label: string) => `“${label}”`;
