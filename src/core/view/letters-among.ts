import type { CellAssessment } from '../assess/types.js';
import type { Adjustment } from '../infer/adjust.js';
import { type Letters, lettersOf } from '../reading/letters.js';
import { cellsOfTable } from '../reading/read.js';
import { arrange } from '../table/order.js';
import { effectiveBase } from '../table/share.js';
import type { Table } from '../table/table.js';

interface Compared {
  adjustment: Adjustment;
  confidence: number;
  /** A column on fewer respondents (of equal weight, with a weight) is compared with no other; 0: all are. */
  least: number;
}

/**
 * The letters of the columns whose base is large enough to be compared. The others have none, and p is adjusted as if
 * they were not there.
 * @param assessment of the whole table
 */
export function lettersAmong(
  table: Table,
  assessment: CellAssessment | null,
  { adjustment, confidence, least }: Compared,
): Letters | null {
  const kept = table.columnBases.flatMap((_, j) => (effectiveBase(table, j) >= least ? [j] : []));
  if (least === 0 || !table.columns || kept.length === table.columnBases.length)
    return lettersOf(table, assessment, adjustment, confidence);
  const rows = table.rows.categories.map((_, i) => i);
  const among = arrange(table, { rows, columns: kept });
  const letters = lettersOf(among, cellsOfTable(among, confidence, adjustment), adjustment, confidence);
  if (!letters) return null;
  const place = new Map(kept.map((column, k) => [column, k]));
  const spread = <T>(values: readonly T[], none: T): T[] =>
    table.columnBases.map((_, j) => values[place.get(j) ?? -1] ?? none);
  return { columns: spread(letters.columns, null), above: letters.above.map((line) => spread(line, '')) };
}
