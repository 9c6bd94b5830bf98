import { type Crosstab, isTwoByTwo, isWhole } from '../crosstab.js';
import { test } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { answer, type ExactOptions, tableQuestion, TIE, upright, whyNoExact } from './exact/exact.js';
import { overTables, TABLE_PROBABILITY } from './exact/over-tables.js';
import type { CellStatistic } from './exact/table-network.js';
import { pearsonExactFour } from './fisher.js';
import { pearsonStatistic } from './pearson.js';
import type { Absent, TestResult } from './result.js';

/**
 * Pearson's X² with the p of all tables with these margins that have an X² no smaller.
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * pearsonExact(table).p; // 0.01938
 */
export function pearsonExact(table: Crosstab, options: ExactOptions = {}): TestResult | Absent {
  if (isTwoByTwo(table)) return pearsonExactFour(table);
  const why = whyNoExact(table.N, isWhole(table), options);
  if (why) return why;
  const two = upright(table);
  const statistic = pearsonStatistic(two);
  if (statistic === 0) return { statistic, p: 1, sampling: { method: 'exact', work: 0 } };
  const expected = two.R.map((r) => two.C.map((c) => (r * c) / two.N));
  const cell: CellStatistic = {
    term: (x, i, j) => -((x - expected[i]![j]!) ** 2) / expected[i]![j]!,
    kind: (i) => two.R[i]!,
  };
  const result = answer(tableQuestion(two, cell, -statistic * (1 - TIE), statistic), options);
  return 'absent' in result ? result : { statistic, ...result };
}

/** Pearson's X² with the p of all tables whose X² is no smaller. */
function pearsonExactExample(table: Crosstab, test: TestResult): WorkedExample {
  const statistic = pearsonStatistic(table);
  return {
    formula:
      `X² = Σ (n − e)² / e; ${TABLE_PROBABILITY}; p = Σ P over the tables with these totals whose X² ` +
      'is no smaller',
    steps: [`X²(observed) = ${figure(statistic)}`, overTables(test, `whose X² is ${figure(statistic)} or more`)],
    result: statistic,
  };
}

/** The record of Pearson's chi-square, exact. */
export const pearsonExactTest = test({
  id: 'pearson-exact',
  of: 'table',
  name: "Pearson's chi-square, exact",
  symbol: 'χ²',
  about: "Pearson's X² with its p from all tables with these totals, and not from the chi-square curve.",
  levels: 'any',
  shape: 'any',
  slow: true,
  compute: ({ table, exact }) => pearsonExact(table, exact),
  workedExample: ({ table }, result) => pearsonExactExample(table, result),
  example: {
    request: {
      counts: [
        [3, 1],
        [1, 3],
      ],
    },
    value: 2,
  },
});
