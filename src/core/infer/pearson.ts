import { chiSquare } from './chi-square.js';
import { STEPS } from '../statistic/example-tables.js';
import { type Crosstab, eachCell } from '../crosstab.js';
import { perTable } from '../per-table.js';
import { test } from '../statistic/statistic.js';
import type { TableSubject } from '../statistic/subjects.js';
import type { WorkedExample } from '../statistic/worked-example.js';
import { dfLine, dfOf, pearsonLines, pLine } from './chi-square-lines.js';
import type { Absent, TestResult } from './result.js';

/** Pearson's X² = sum (n - e)²/e over all cells (Pearson 1900). */
export const pearsonStatistic = perTable((table): number => {
  let sum = 0;
  eachCell(table, (n, i, j) => {
    const e = ((table.R[i] ?? 0) * (table.C[j] ?? 0)) / table.N;
    sum += (n - e) ** 2 / e;
  });
  return sum;
});

/**
 * @example
 * const { table } = reduceTable([[5, 6, 7], [8, 9, 1]]);
 * degreesOfFreedom(table); // 2
 */
export function degreesOfFreedom(table: Crosstab): number {
  return (table.R.length - 1) * (table.C.length - 1);
}

/**
 * Pearson's chi-square test of independence, df = (r - 1)(c - 1).
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * pearson(table).statistic; // 6.667
 */
export function pearson(table: Crosstab): TestResult {
  return chiSquare(pearsonStatistic(table), degreesOfFreedom(table));
}

function pearsonExample(table: Crosstab): WorkedExample {
  const { lines, value } = pearsonLines(table);
  return {
    formula: 'X² = Σ (n − e)² / e over all cells, with e = R × C / N',
    steps: [...lines, dfLine(table), pLine(value, dfOf(table))],
    result: value,
  };
}

const WEIGHTED: Absent = { absent: 'With weights X² does not follow chi-square; read the Rao-Scott test.' };

/** What is said of a chi-square that weights have made wrong. */
export const unweighted =
  (compute: (table: Crosstab) => TestResult) =>
  ({ table }: TableSubject): TestResult | Absent =>
    table.survey ? WEIGHTED : compute(table);

/** The record of Pearson's chi-square. */
export const pearsonTest = test({
  id: 'pearson',
  of: 'table',
  name: "Pearson's chi-square",
  symbol: 'χ²',
  about: 'Compares each count with what it would be if the two variables had nothing to do with each other.',
  levels: 'any',
  shape: 'any',
  compute: unweighted(pearson),
  workedExample: ({ table }) => pearsonExample(table),
  example: { request: { counts: STEPS }, value: 20 },
});
