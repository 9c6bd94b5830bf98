import { levelOf } from '../../level.js';
import type { Assessment } from '../../assess/types.js';
import type { TestId } from '../../statistic/registry.js';
import { titleOf } from '../../codebook/types.js';
import { type Crosstab, reduceTable } from '../../crosstab.js';
import type { TestResult } from '../../infer/result.js';
import type { Variables } from '../../statistic/suits.js';
import { inScaleOrder } from '../../table/scale-order.js';
import type { Table } from '../../table/table.js';
import type { ReadOptions } from '../options.js';
import { SIZE_WORDS, type SizeWords } from '../size-words.js';

/** A cross table of two single variables, with what was computed from it. */
export interface Read {
  /** In scale order. */
  table: Table;
  /** The same without its empty rows and columns. */
  crosstab: Crosstab;
  result: Assessment;
  confidence: number;
  sizes: SizeWords;
  predicted: 'rows' | 'columns';
  /** Which percentages the sentences give. */
  percent: 'column' | 'row';
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
  /** Those of them that are on the scale, from one end to the other. */
  rowsOnScale: number[];
  columnsOnScale: number[];
}

const kept = (length: number, dropped: readonly number[]) =>
  Array.from({ length }, (_, k) => k).filter((k) => !dropped.includes(k));

/** What the five answers of a cross table look at. */
export function readOf(shown: Table, result: Assessment, confidence: number, options: ReadOptions = {}): Read {
  const table = inScaleOrder(shown);
  const { rows, columns, weighted } = table;
  const labels = (axis: Table['rows'] | null) => JSON.stringify(axis?.categories.map(({ label }) => label));
  const hasOrder = (axis: Table['rows'] | null) =>
    axis?.variable.level === 'ordered' || axis?.variable.level === 'number';
  const weights = weighted ? { sums: weighted.sums.cells, squares: weighted.squares.cells } : undefined;
  const rowsKept = kept(rows.categories.length, result.dropped.rows);
  const columnsKept = kept(columns?.categories.length ?? 0, result.dropped.columns);
  return {
    table,
    crosstab: reduceTable(table.cells, { weights }).table,
    result,
    confidence,
    sizes: options.sizes ?? SIZE_WORDS,
    predicted: options.predicted ?? 'rows',
    percent: options.percent === 'row' ? 'row' : 'column',
    rowTitle: titleOf(rows.variable),
    columnTitle: columns ? titleOf(columns.variable) : '',
    rowsOrdered: hasOrder(rows),
    columnsOrdered: hasOrder(columns),
    paired: labels(rows) === labels(columns),
    twoByTwo: result.base.rows === 2 && result.base.columns === 2,
    rowsKept,
    columnsKept,
    rowsOnScale: rowsKept.filter((k) => !rows.categories[k]?.offScale),
    columnsOnScale: columnsKept.filter((k) => !columns?.categories[k]?.offScale),
  };
}

/** What a test or a measure is chosen by. */
export interface Tested extends Pick<Read, 'crosstab' | 'confidence' | 'twoByTwo' | 'rowsOrdered' | 'columnsOrdered'> {
  result: Pick<Assessment, 'tests' | 'measures' | 'base'>;
}

export interface Lead {
  id: TestId;
  test: TestResult;
}

/** More than one cell in five expected under 5, or one under 1: chi-square is doubtful (Cochran 1954). */
export function chiSquareDoubtful({ result: { base, tests } }: Pick<Tested, 'result'>): boolean {
  if (tests['rao-scott']) return false;
  return base.smallExpected / (base.rows * base.columns) > 0.2 || (base.smallestExpected ?? 0) < 1;
}

/**
 * The test of any pattern at all: Rao and Scott's with weights; Fisher's where it is known and counts are small (on
 * 2 x 2, any expected under 5); else Pearson's.
 */
export function generalTest(read: Pick<Tested, 'result' | 'twoByTwo'>): Lead {
  const { tests, base } = read.result;
  if (tests['rao-scott']) return { id: 'rao-scott', test: tests['rao-scott'] };
  const small = read.twoByTwo ? base.smallExpected > 0 : chiSquareDoubtful(read);
  if (tests.fisher && small) return { id: 'fisher', test: tests.fisher };
  return { id: 'pearson', test: tests.pearson ?? { p: 1 } };
}

/**
 * The test that the verdict stands on, by the levels: of two ordered variables the linear trend (with weights, the
 * design-based one); of an ordered variable by groups, the mean scores of the groups on ranks; else the general one.
 */
export function leadTest(read: Pick<Tested, 'result' | 'twoByTwo' | 'rowsOrdered' | 'columnsOrdered'>): Lead {
  const { rowsOrdered, columnsOrdered, twoByTwo } = read;
  const { tests } = read.result;
  if (!twoByTwo && rowsOrdered && columnsOrdered) {
    for (const id of ['design-trend', 'linear-trend'] as const) {
      const test = tests[id];
      if (test) return { id, test };
    }
  }
  if (!twoByTwo && rowsOrdered !== columnsOrdered && tests['kruskal-wallis'])
    return { id: 'kruskal-wallis', test: tests['kruskal-wallis'] };
  return generalTest(read);
}

/** Why the test that would lead has no value on this table; null: it has one. */
export function whyUntested(
  read: Pick<Tested, 'twoByTwo' | 'rowsOrdered' | 'columnsOrdered'> & { result: Assessment },
) {
  const { tests, absent } = read.result;
  const { id } = leadTest(read);
  if (tests[id]) return null;
  const why = absent.find(({ id: own }) => own === 'rao-scott') ?? absent.find(({ id: own }) => own === id);
  return why?.reason ?? 'There is nothing to compare.';
}

/** Whether the verdict is that there is an association. */
export function isSignificant(read: Read): boolean {
  return leadTest(read).test.p < levelOf(read.confidence);
}

/** A label in the sentence. */
export const quote = (label: string) => `“${label}”`;

/** Labels of the rows and columns that someone is in; a negative place counts from the end. */
export const rowLabel = ({ table, rowsKept }: Read, k: number) =>
  table.rows.categories[rowsKept.at(k) ?? 0]?.label ?? '';
export const columnLabel = ({ table, columnsKept }: Read, k: number) =>
  table.columns?.categories[columnsKept.at(k) ?? 0]?.label ?? '';

/** What statistics are chosen by. */
export function variablesOf({ rowsOrdered, columnsOrdered, rowsKept, columnsKept, paired }: Read): Variables {
  return { rowsOrdered, columnsOrdered, rows: rowsKept.length, columns: columnsKept.length, paired };
}
