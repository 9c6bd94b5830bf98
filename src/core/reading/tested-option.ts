import { SMALL_EXPECTED } from '../assess/assess-table.js';
import { emptyAssessment, type OptionResult } from '../assess/types.js';
import { reduceTable } from '../crosstab.js';
import type { Table } from '../table/table.js';
import type { Tested } from './cross/context.js';
import { optionOf } from './marks.js';

/** An option, mentioned or not by group, as the statistics beside a cross table look at it. */
export function testedOption(table: Table, row: number, { tests, measures }: OptionResult, confidence: number): Tested {
  const { counts, weights } = optionOf(table, row);
  const crosstab = reduceTable(counts, { weights }).table;
  const { R, C, N } = crosstab;
  const expected = R.flatMap((r) => C.map((c) => (r * c) / N));
  const base = {
    ...emptyAssessment({ N, rows: R.length, columns: C.length }).base,
    smallestExpected: Math.min(...expected),
    smallExpected: expected.filter((e) => e < SMALL_EXPECTED).length,
  };
  return {
    result: { tests, measures, base },
    crosstab,
    confidence,
    twoByTwo: R.length === 2 && C.length === 2,
    rowsOrdered: false,
    columnsOrdered: false,
  };
}
