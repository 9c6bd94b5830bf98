import type { CellAssessment } from '../assess/types.js';
import type { Adjustment } from '../infer/adjust.js';
import { marksOf } from '../reading/marks.js';
import { cellsOfTable } from '../reading/read.js';
import type { BlockTables } from '../table/block-tables.js';
import { netTable } from '../table/net-table.js';
import type { RowItem } from '../table/sentence.js';
import type { Table } from '../table/table.js';
import { CONFIDENCE, type Extras } from './block-view.js';
import { lettersAmong } from './letters-among.js';
import { tableView, type ViewedBlock } from './table-view.js';
import type { TableView } from './types.js';

/** The view of a sentence; within a variable also that of each of its categories. */
export interface WholeView {
  view: TableView;
  /** The items of a battery as one table. */
  battery?: TableView | undefined;
  strata: { code: string; label: string; view: TableView }[];
}

/**
 * What is worked out of a table for its cells.
 * @param assessment of the table
 * @param adjustment null where columns are not compared two by two
 * @param confidence of letters and limits; .95 where it is not said
 * @param least a column on fewer respondents is compared with no other
 */
export function extrasOf(
  table: Table,
  assessment: CellAssessment | null,
  adjustment: Adjustment | null = null,
  confidence?: number,
  least = 0,
): Extras {
  const compared = (own: Table, of: CellAssessment | null) => ({
    marks: marksOf(own, of),
    letters: adjustment && lettersAmong(own, of, { adjustment, confidence: confidence ?? CONFIDENCE, least }),
  });
  return {
    assessment,
    ...compared(table, assessment),
    ...(table.nets ? { nets: compared(netTable(table), null) } : {}),
    confidence,
  };
}

/** How columns of cells are compared. */
export interface Comparing {
  adjustment?: Adjustment | undefined;
  confidence?: number | undefined;
  least?: number | undefined;
}

/** What is worked out of a table for its cells alone. */
export function cellExtras(
  table: Table,
  { adjustment = 'holm', confidence = CONFIDENCE, least }: Comparing = {},
): Extras {
  return extrasOf(table, cellsOfTable(table, confidence, adjustment), adjustment, confidence, least);
}

/**
 * The view of all blocks together, and of each category that they are within.
 * @param across how many nests stand side by side; 1 for frequency tables
 * @param work what is worked out of a table for its cells
 */
export function wholeView(
  title: string,
  blocks: readonly BlockTables[],
  across: number,
  work: (table: Table) => Extras,
): WholeView {
  const viewed = (own: string, table: Table): ViewedBlock => ({ title: own, table, extras: work(table) });
  const strata = blocks[0]?.split?.strata ?? [];
  return {
    view: tableView(
      title,
      blocks.map((block) => viewed(block.title, block.table)),
      across,
    ),
    strata: strata.map(({ code, label }, k) => ({
      code,
      label,
      view: tableView(
        `${title}: ${label}`,
        blocks.map((block) => viewed(`${block.title}: ${label}`, block.split!.strata[k]!.table)),
        across,
      ),
    })),
  };
}

/** A view in which each item is called, and shows, what was said for it alone. */
export function withItems(whole: WholeView, rows: readonly RowItem[]): WholeView {
  const chosen = (view: TableView): TableView => ({
    ...view,
    items: view.items.map((item, k) => {
      const row = rows[k];
      if (row?.variable !== item.variable) return { ...item, figures: undefined };
      return { ...item, title: row.label ?? item.title, figures: row.figures };
    }),
  });
  if (rows.every(({ figures, label }) => figures === undefined && label === undefined)) return whole;
  const strata = whole.strata.map((stratum) => ({ ...stratum, view: chosen(stratum.view) }));
  return { ...whole, view: chosen(whole.view), strata };
}
