import { checkTable, reduceTable } from '../crosstab.js';
import type { Adjustment } from '../infer/adjust.js';
import { cells } from '../infer/cells.js';
import { columnProportions } from '../infer/column-proportions.js';
import { meanPairs } from '../infer/mean-pairs.js';
import { type CountedNumbers, numbersSubjectOf } from './assess-numbers.js';
import { whyNothing } from './assess-table.js';
import type { TableRequest } from './requests.js';
import type { CellAssessment } from './types.js';

/**
 * What the cells of a table of counts show of its statistics, and nothing that only its reading needs: of fifty tables
 * that stand together one is read. It is what `assessTable` gives for the same request.
 * @example assessCells({ counts: [[10, 20], [30, 60]] }, 'holm').cells.expected[0][0] // 10
 * @throws Fault naming the cell, where something in the table is not a count
 */
export function assessCells(request: TableRequest, adjustment: Adjustment): CellAssessment {
  const { counts, weights, confidence = 0.95 } = request;
  checkTable(counts, { weights });
  const { table, dropped } = reduceTable(counts, { weights });
  if (whyNothing(table) !== null) return { cells: null, columnProportions: null, means: null, dropped };
  return {
    cells: cells(table, adjustment),
    columnProportions: columnProportions(table, adjustment, confidence),
    means: null,
    dropped,
  };
}

/** The same of numbers in groups: their means two by two; null where there is nobody. */
export function assessMeans(
  counted: CountedNumbers,
  confidence: number,
  adjustment: Adjustment,
): CellAssessment | null {
  const subject = numbersSubjectOf(counted, confidence);
  if (!subject) return null;
  return {
    cells: null,
    columnProportions: null,
    means: subject.groups.length > 1 ? meanPairs(subject, adjustment) : null,
    dropped: { rows: [], columns: counted.columns.flatMap((group, j) => (group ? [] : [j])) },
  };
}
