import type { Adjustment } from '../infer/adjust.js';
import { measureOf, type MeasureId } from '../statistic/registry.js';
import { sweepTable } from '../sweep/sweep-table.js';
import { sweptLines } from '../sweep/swept-lines.js';
import type { SweptLine, SweptTable } from '../sweep/types.js';
import type { Table } from '../table/table.js';
import type { ItemStatistic } from '../view/types.js';

/** A variable of a summary by its groups, as it is tested. */
export interface TestedItem {
  table: Table;
  /** Only ranks of a number are told, as its median: its test is of ranks too. */
  ranks: boolean;
}

const ETA_NAME = 'eta';

/** What was found of a table is kept with it: figures that are chosen anew change no test. */
const KEPT = new WeakMap<Table, Map<string, SweptTable>>();

function sweptOnce({ table, ranks }: TestedItem, confidence: number): SweptTable {
  const kept = KEPT.get(table) ?? new Map<string, SweptTable>();
  KEPT.set(table, kept);
  const how = `${confidence} ${ranks}`;
  const swept = kept.get(how) ?? sweepTable(table, [], confidence, ranks);
  kept.set(how, swept);
  return swept;
}

/** What a summary says of strength: gamma of two orders, else Cramer's V, or eta of a number. */
function measureIn({ strength, gamma }: SweptLine): ItemStatistic['measure'] {
  const measure = gamma ?? strength;
  if (!measure) return null;
  const { id, symbol, value } = measure;
  return { id, symbol, value, name: id === 'eta' ? ETA_NAME : measureOf(id as MeasureId).name };
}

/**
 * The test and the measure that suit each variable of a summary: those that lead in its reading.
 * @param adjustment of p over the variables; null: not adjusted
 */
export function itemStatistics(
  items: readonly TestedItem[],
  confidence: number,
  adjustment: Adjustment | null,
): ItemStatistic[] {
  const swept = items.map((item) => sweptOnce(item, confidence));
  return sweptLines(swept, adjustment ?? 'holm').map((line) => ({
    test: line.test,
    adjustedP: adjustment && line.adjustedP,
    measure: measureIn(line),
    note: line.note,
  }));
}
