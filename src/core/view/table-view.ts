import { bidiShown } from '../bidi-shown.js';
import { titleOf } from '../codebook/types.js';
import type { Table, TableAxis } from '../table/table.js';
import { blockView, type Extras } from './block-view.js';
import { withCells } from './lazy-figure.js';
import { linesOf } from './net-rows.js';
import { withValues } from './asked-lines.js';
import { placesIn, sharedLeaves } from './shared-leaves.js';
import type { BlockView, ItemView, Leaf, NestView, TableView } from './types.js';

/** One row item by one nest, counted and worked out. */
export interface ViewedBlock {
  /** Its sentence. */
  title: string;
  table: Table;
  extras: Extras;
}

/** The lines of an axis; a category of one variable has a path of one step. */
const leavesOf = ({ variable, categories }: TableAxis): Leaf[] =>
  categories.map(({ kind, code, label, offScale, path = [{ variable: variable.id, code, label }] }) => ({
    is: kind,
    code,
    label: `${bidiShown(label)}${offScale ? ' (off the scale)' : ''}`,
    path: path.map((step) => ({ ...step, label: bidiShown(step.label) })),
  }));

const allTogether = (label: string): Leaf => ({ is: 'total', code: '', label, path: [] });

/** A block over lines and columns that it shares with others; null where it has none of its own. */
function spread(block: BlockView, rows: readonly number[], columns: readonly number[]): BlockView {
  if (rows.every((row, k) => row === k) && columns.every((column, k) => column === k)) return block;
  const over = <T>(values: readonly T[], rest: T) => columns.map((j) => values[j] ?? rest);
  return {
    ...block,
    figures: block.figures.map((figure) => withCells(figure, (cells) => rows.map((i) => over(cells[i] ?? [], null)))),
    feet: block.feet.map((foot) => ({ ...foot, values: over(foot.values, null) })),
    scale: block.scale.map((line) => ({ ...line, values: over(line.values, null) })),
    asked: block.asked.map((line) => withValues(line, (values) => over(values, null))),
    bases: over(block.bases, null),
    effective: over(block.effective, null),
    small: over(block.small, false),
    letters: over(block.letters, null),
  };
}

/** The lines of a table, those of its nets among them. */
function rowLeaves(table: Table): Leaf[] {
  const leaves = leavesOf(table.rows);
  if (!table.nets) return leaves;
  return linesOf(table).flatMap((line): Leaf[] => {
    const { depth } = line;
    if (line.is === 'net')
      return [{ is: 'net', code: line.net.label, label: bidiShown(line.net.label), path: [], depth }];
    const leaf = leaves[line.at];
    return leaf ? [{ ...leaf, depth }] : [];
  });
}

function columnLeaves({ columns }: Table): Leaf[] {
  return columns ? [allTogether('All'), ...leavesOf(columns)] : [allTogether('')];
}

const isOrdered = ({ variable, multiple }: TableAxis) =>
  !multiple && (variable.level === 'ordered' || variable.level === 'number');

/**
 * A whole table out of its blocks.
 * @param title the sentence
 * @param blocks row items by nests: first all nests of the first item
 * @param across how many nests stand side by side; 1 for frequency tables
 */
export function tableView(title: string, blocks: readonly ViewedBlock[], across: number): TableView {
  const lines = Array.from({ length: blocks.length / across }, (_, k) => blocks.slice(k * across, (k + 1) * across));
  const items = lines.map((line): ItemView => {
    const { rows } = line[0]!.table;
    return {
      title: titleOf(rows.variable),
      variable: rows.variable.id,
      ordered: isOrdered(rows),
      multiple: rows.multiple,
      number: line[0]!.table.numbers !== undefined,
      leaves: sharedLeaves(line.map(({ table }) => rowLeaves(table))),
    };
  });
  const nests = Array.from({ length: across }, (_, k): NestView => {
    const columns = lines.map((line) => line[k]!.table);
    const variable = columns[0]?.columns?.variable;
    return { title: variable ? titleOf(variable) : '', leaves: sharedLeaves(columns.map(columnLeaves)) };
  });
  return {
    title,
    items,
    nests,
    blocks: lines.map((line, i) =>
      line.map(({ title: own, table, extras }, k) =>
        spread(
          blockView(own, table, extras),
          placesIn(rowLeaves(table), items[i]!.leaves),
          placesIn(columnLeaves(table), nests[k]!.leaves),
        ),
      ),
    ),
  };
}

/** The view of a table that is one block. */
export const viewOfTable = (title: string, table: Table, extras: Extras): TableView =>
  tableView(title, [{ title, table, extras }], 1);
