import { WITHHELD_WORDS } from '../disclosure/protection-shape.js';
import { isWithheld } from '../disclosure/with-protection.js';
import type { Adjustment } from '../infer/adjust.js';
import type { BlockTables } from '../table/block-tables.js';
import { CONFIDENCE } from '../view/block-view.js';
import type { TableView } from '../view/types.js';
import type { SweepShown } from './sweep-shape.js';
import { sweepNotes } from './sweep-notes.js';
import { sweepTable } from './sweep-table.js';
import { sortedLines, sweptLines, testsIn } from './swept-lines.js';
import type { SweptLine } from './types.js';

/** How a sweep is to be, beside its tables. */
export interface SweepAsked {
  sweep?: SweepShown | undefined;
  adjustment?: Adjustment | undefined;
  confidence?: number | undefined;
}

/** A line of a table of which figures are withheld: whatever is worked out of them could give them away. */
const withheldLine = (line: SweptLine): SweptLine => ({
  ...line,
  ...{ test: null, adjustedP: null, strength: null, gamma: null, direction: null },
  note: WITHHELD_WORDS,
});

/**
 * A view with its tables as a list: a line for each block, with p adjusted over all of them.
 * @param view of which figures may be withheld; nothing is told of their tables then
 * @param blocks its tables, row items by nests
 */
export function sweptView(
  view: TableView,
  blocks: readonly BlockTables[],
  { sweep = {}, adjustment = 'holm', confidence = CONFIDENCE }: SweepAsked,
): TableView {
  const across = Math.max(1, view.nests.length);
  const viewed = view.blocks.flat();
  const tables = blocks.map(({ table, block }, k) => ({
    ...sweepTable(table, block.nest, confidence),
    title: view.items[Math.floor(k / across)]?.title ?? '',
  }));
  const lines = sweptLines(tables, adjustment).map((line, k) => (isWithheld(viewed[k]!) ? withheldLine(line) : line));
  const weightedBy = viewed[0]?.weightedBy ?? null;
  return {
    ...view,
    sweep: {
      lines: sortedLines(lines, sweep.sort ?? 'strength'),
      adjustment,
      notes: sweepNotes(lines, { adjustment, tested: testsIn(tables), confidence, weightedBy }),
    },
  };
}
