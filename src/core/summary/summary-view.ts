import { WITHHELD_WORDS } from '../disclosure/protection-shape.js';
import { isWithheld } from '../disclosure/with-protection.js';
import type { FigureChoice } from '../table/figure-choice.js';
import { SUMMARY_COLUMNS, type SummaryShown } from '../table/summary-shape.js';
import { testsIn } from '../sweep/swept-lines.js';
import type { RowItem } from '../table/sentence.js';
import type { Table } from '../table/table.js';
import { CONFIDENCE } from '../view/block-view.js';
import { isChosen, summaryChoices } from '../view/figures-shown.js';
import { isCross } from '../view/header-rows.js';
import type { ItemStatistic, TableView } from '../view/types.js';
import { itemStatistics } from './item-statistics.js';
import { everyoneLines, linesOfItem, type SummarisedItem } from './summary-lines.js';
import { summaryBase } from './summary-base.js';
import { summaryNotes } from './summary-notes.js';

/** How a summary is to be, beside its tables. */
export interface SummaryAsked {
  figures?: readonly FigureChoice[] | undefined;
  summary?: SummaryShown | undefined;
  confidence?: number | undefined;
}

/** A number of which quantiles are told, and no mean. */
const isOfRanks = (choices: readonly FigureChoice[]) => isChosen(choices, 'median') && !isChosen(choices, 'mean');

/** Of a variable of which figures are withheld: what is worked out of them could give them away. */
const WITHHELD_STATISTIC: ItemStatistic = { test: null, adjustedP: null, measure: null, note: WITHHELD_WORDS };

/**
 * A view with its summary: each variable in figures that suit it, all together and by group, and what is tested of it.
 * @param view at least one item by one nest
 * @param tables of its items, each by the same groups
 * @param rows what the sentence wants of them
 */
export function summaryView(
  view: TableView,
  tables: readonly Table[],
  rows: readonly RowItem[],
  { figures, summary: shown = {}, confidence = CONFIDENCE }: SummaryAsked,
): TableView {
  const items = view.items.map((item, at): SummarisedItem => {
    const choices = summaryChoices({ figures }, item);
    return { at, view: { ...item, figures: choices }, block: view.blocks[at]![0]!, row: rows[at], choices };
  });
  const { adjusted = null } = shown;
  const isGrouped = isCross(view.nests);
  const tested = tables.map((table, k) => ({ table, ranks: isOfRanks(items[k]?.choices ?? []) }));
  const found = isGrouped ? itemStatistics(tested, confidence, adjusted) : [];
  const statistics = found.map((own, k) => (isWithheld(items[k]!.block) ? WITHHELD_STATISTIC : own));
  return {
    ...view,
    items: items.map((item) => item.view),
    summary: {
      lines: [...everyoneLines(items[0]!.block), ...items.flatMap((item) => linesOfItem(item, shown))],
      columns: isGrouped ? SUMMARY_COLUMNS.filter((column) => shown.columns?.includes(column) ?? true) : [],
      statistics,
      adjusted,
      base: summaryBase(items[0]!.block, view.title, view.nests[0]?.title ?? ''),
      notes: summaryNotes({ items, statistics, shown, tested: testsIn(found) }),
    },
  };
}
