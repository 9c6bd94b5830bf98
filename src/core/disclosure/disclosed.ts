import type { BlockView, ItemView, Leaf, TableView } from '../view/types.js';
import type { WholeView } from '../view/whole-view.js';
import type { Protection } from './protection-shape.js';
import { categoryLines, largestShare, respondentsAt, saysTooMuch, withheldCells } from './withheld-cells.js';

/** A place in a table with how many respondents are in it. */
export interface SmallPlace {
  respondents: number;
  /** "Very dissatisfied, Weir End". */
  where: string;
}

/** What a table says of few respondents, before anything of it is withheld. */
export interface Disclosed {
  /** The cell, and the group, with the fewest respondents, of those with some; null where there is none. */
  smallestCell: SmallPlace | null;
  smallestBase: SmallPlace | null;
  /** Cells that are withheld: those that say too much by themselves, and those that would give them away. */
  small: number;
  beside: number;
  /** Groups who all gave one answer: whoever knows that somebody is in it knows the answer. */
  alike: string[];
  /** Groups in which one respondent has a large share of the sum of a number. */
  dominant: { where: string; share: number }[];
  /** The least and the most of a number are what one respondent said: they are withheld. */
  extremes: boolean;
}

const NOTHING: Disclosed = {
  smallestCell: null,
  smallestBase: null,
  small: 0,
  beside: 0,
  alike: [],
  dominant: [],
  extremes: false,
};

const least = (places: readonly SmallPlace[]): SmallPlace | null =>
  places.reduce<SmallPlace | null>(
    (best, place) => (place.respondents > 0 && (!best || place.respondents < best.respondents) ? place : best),
    null,
  );

const labelOf = ({ is, path, label }: Leaf) =>
  is === 'total' ? 'all' : path.length > 0 ? path.map((step) => step.label).join(', ') : label;

const joined = (parts: readonly string[]) => parts.filter((part) => part !== '').join(', ');

/** What one block says of few. */
function ofBlock(item: ItemView, block: BlockView, leaves: readonly Leaf[], protection: Protection): Disclosed {
  const groupOf = (column: number) => (leaves[column] ? labelOf(leaves[column]) : '');
  const columns = block.bases.map((base, column) => ({ base: base ?? 0, column }));
  const where = (line: number, column: number) =>
    joined([item.number ? '' : (item.leaves[line]?.label ?? ''), groupOf(column)]);
  const lines = item.number ? [] : categoryLines(item);
  const cells = lines.flatMap((line) =>
    columns.map(({ column }) => ({ respondents: respondentsAt(block, line, column), where: where(line, column) })),
  );
  const dominant = item.number
    ? columns
        .map(({ column }) => ({ where: groupOf(column), share: largestShare(block, column) }))
        .filter(({ share }) => share > protection.share)
    : [];
  const alike = lines.flatMap((line) =>
    columns
      .filter(({ base, column }) => base > 1 && respondentsAt(block, line, column) === base)
      .map(({ column }) => where(line, column)),
  );
  return {
    ...NOTHING,
    smallestCell: least(cells),
    smallestBase: least(columns.map(({ base, column }) => ({ respondents: base, where: groupOf(column) }))),
    alike,
    dominant,
    extremes: item.number,
  };
}

/** How many cells of an item are withheld, by themselves and beside others. */
function withheldOf(item: ItemView, blocks: readonly BlockView[], protection: Protection): Disclosed {
  const held = withheldCells(item, blocks, protection).flatMap((mask, nest) =>
    mask.flatMap((cells, line) =>
      cells.flatMap((isHeld, column) =>
        isHeld ? [saysTooMuch(item, blocks[nest]!, { line, column }, protection)] : [],
      ),
    ),
  );
  const small = held.filter((isOwn) => isOwn).length;
  return { ...NOTHING, small, beside: held.length - small };
}

const together = (parts: readonly Disclosed[]): Disclosed =>
  parts.reduce<Disclosed>(
    (sum, part) => ({
      smallestCell: least([sum.smallestCell, part.smallestCell].flatMap((place) => place ?? [])),
      smallestBase: least([sum.smallestBase, part.smallestBase].flatMap((place) => place ?? [])),
      small: sum.small + part.small,
      beside: sum.beside + part.beside,
      alike: [...sum.alike, ...part.alike],
      dominant: [...sum.dominant, ...part.dominant],
      extremes: sum.extremes || part.extremes,
    }),
    NOTHING,
  );

const ofView = (view: TableView, protection: Protection): Disclosed =>
  together(
    view.items.flatMap((item, at) => [
      ...view.blocks[at]!.map((block, nest) => ofBlock(item, block, view.nests[nest]?.leaves ?? [], protection)),
      withheldOf(item, view.blocks[at]!, protection),
    ]),
  );

/** What a table says of few respondents, in all its strata. */
export const disclosedBy = ({ view, strata }: WholeView, protection: Protection): Disclosed =>
  together((strata.length > 0 ? strata.map((stratum) => stratum.view) : [view]).map((own) => ofView(own, protection)));
