import { cellsOfColumns, type Countable, isCoded } from './axis.js';
import type { CodedColumn } from './column.js';
import { arrayCells, type Ready, whoOf } from './count.js';
import { countCells, MOST_CELLS_AT_ONCE } from './count-cells.js';
import { countJoint } from './count-joint.js';
import type { Cells } from './count-plainly.js';
import { jointsOf, MOST_ROW_CODES } from './joint.js';

/** A coded row item, and its place among the row items. */
interface CodedRow {
  at: number;
  column: CodedColumn;
}

/** What stands across, of which all columns are coded, and its place among the nests. */
interface CodedNest {
  nest: number;
  columns: readonly CodedColumn[];
}

/** Row items that are counted together hold so many cells at most, so that they stay near the processor. */
const MOST_TOGETHER = 2_000_000;

const heightOf = ({ column }: CodedRow) => column.codes.length + 1;

/** Row items in as few batches as hold them. */
function batchesOf(rows: readonly CodedRow[], width: number): CodedRow[][] {
  const batches: CodedRow[][] = [];
  let cells = 0;
  for (const row of rows) {
    cells += heightOf(row) * width;
    if (batches.length === 0 || cells > MOST_TOGETHER) {
      batches.push([]);
      cells = heightOf(row) * width;
    }
    batches.at(-1)!.push(row);
  }
  return batches;
}

const columnsOf = (batch: readonly CodedRow[]) => batch.map(({ column }) => column);

/**
 * Coded row items by coded nests, of which several row items are counted in one pass. Without a weight several nests
 * are counted as one, too; sums of weights would come out in another order so, and differ in their last digit.
 * @param rows row items; null: one that is not to be counted so
 * @param nests what stands across, the outermost first
 * @returns the cells of each row item and nest that were counted, by the places of both
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * const ready = { respondents: 4, mask: null, filtered: [], weight: null };
 * countCoded([site], [[]], ready)(0, 0).respondents; // [1, 2, 1]
 */
export function countCoded(
  rows: readonly (Countable | null)[],
  nests: readonly (readonly Countable[])[],
  ready: Ready,
): (row: number, nest: number) => Cells | undefined {
  const counted = rows.map((): (Cells | undefined)[] => []);
  const who = whoOf(ready);
  const coded = rows.flatMap((column, at): CodedRow[] => (column && isCoded(column) ? [{ at, column }] : []));
  const across = nests.flatMap((columns, nest): CodedNest[] => (columns.every(isCoded) ? [{ nest, columns }] : []));
  const small = coded.filter(({ column }) => column.codes.length <= MOST_ROW_CODES);
  const isJoined = who.weight === null && small.length * across.length > 1;
  const joined = isJoined ? across.map(({ columns }) => columns) : [];
  for (const joint of jointsOf(joined, ready.respondents)) {
    for (const batch of batchesOf(small, joint.cells)) {
      const cells = countJoint(columnsOf(batch), joint, who);
      batch.forEach(({ at }, k) =>
        joint.nests.forEach(({ nest }, n) => {
          counted[at]![across[nest]!.nest] = { respondents: cells[k]![n]!, weights: null, together: null };
        }),
      );
    }
  }
  for (const { nest, columns } of across) {
    const width = cellsOfColumns(columns);
    const left = coded.filter((row) => !counted[row.at]![nest] && heightOf(row) * width <= MOST_CELLS_AT_ONCE);
    for (const batch of batchesOf(left, width)) {
      const cells = countCells(columnsOf(batch), columns, who);
      batch.forEach(({ at }, k) => (counted[at]![nest] = arrayCells(cells[k]!)));
    }
  }
  return (row, nest) => counted[row]![nest];
}
