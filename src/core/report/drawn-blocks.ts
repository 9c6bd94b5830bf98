import { batteryTable } from '../table/battery-table.js';
import type { BlockTables } from '../table/block-tables.js';
import { picturesOf } from '../table/picture-kinds.js';
import type { Table } from '../table/table.js';
import type { BlockView, TableView } from '../view/types.js';
import type { WholeView } from '../view/whole-view.js';

/** A table that has a picture. */
export interface DrawnBlock {
  title: string;
  table: Table;
  /** Its figures. */
  block: BlockView;
  /** Its columns are the items of a battery. */
  battery: boolean;
  /** Which of the rows by which of the groupings it is, from 0. */
  item: number;
  nest: number;
}

/** The items of a battery as one table, in the order in which they stand; null where it is no battery. */
export function batteryAsDrawn(whole: WholeView, blocks: readonly BlockTables[]): Table | null {
  const items = whole.battery?.items[0]?.leaves.flatMap(({ at }) => blocks[at ?? -1]?.table ?? []) ?? [];
  return items.length > 0 ? batteryTable(items) : null;
}

/**
 * All that is drawn of a sentence: its battery, or each block, or each stratum of each block; those that suit no
 * picture are passed over.
 * @param across how many groupings stand side by side; 1 for frequency tables
 */
export function drawnBlocks(blocks: readonly BlockTables[], whole: WholeView, across: number): DrawnBlock[] {
  const drawn = (own: TableView, title: string, table: Table, battery: boolean, k = 0): DrawnBlock[] => {
    const [item, nest] = [Math.floor(k / across), k % across];
    const block = own.blocks[item]?.[nest];
    return block && picturesOf(table, battery).length > 0 ? [{ title, table, block, battery, item, nest }] : [];
  };
  const { view, strata } = whole;
  const battery = batteryAsDrawn(whole, blocks);
  if (battery) return drawn(view, view.title, battery, true);
  return blocks.flatMap(({ title, table, split }, k) =>
    split
      ? strata.flatMap((stratum, at) => {
          const own = split.strata[at];
          return own ? drawn(stratum.view, `${title}: ${stratum.label}`, own.table, false, k) : [];
        })
      : drawn(view, title, table, false, k),
  );
}
