import { byId } from '../by-id.js';
import type { BlockView, ItemView } from '../view/types.js';
import { determined, type KnownSum } from './determined.js';
import type { Protection } from './protection-shape.js';

/** Which cells of a block are withheld, lines by columns, the column of all first. */
export type Mask = boolean[][];

/** Of more cells than these that are withheld it is not worked out what follows: all cells of the item are withheld. */
const MOST_WORKED_OUT = 1500;

/** Of more cells that follow, one is added beside each at once. */
const MOST_ONE_BY_ONE = 12;

const numberAt = ({ figures }: BlockView, id: 'n' | 'mean' | 'minimum' | 'maximum', line: number, column: number) => {
  const value = byId(figures, id)?.cells[line]?.[column];
  return typeof value === 'number' ? value : 0;
};

/** Respondents in a cell. */
export const respondentsAt = (block: BlockView, line: number, column: number): number =>
  numberAt(block, 'n', line, column);

/** Which lines of an item are categories, whose respondents add up to the base, or to mentions. */
export const categoryLines = ({ leaves }: ItemView): number[] =>
  leaves.flatMap(({ is }, line) => (['net', 'total', 'item', 'scale'].includes(is) ? [] : [line]));

/** The largest share that one respondent has of the sum of a number; 0 where numbers can be under nothing. */
export function largestShare(block: BlockView, column: number): number {
  const sum = numberAt(block, 'mean', 0, column) * (block.bases[column] ?? 0);
  return numberAt(block, 'minimum', 0, column) < 0 || sum <= 0 ? 0 : numberAt(block, 'maximum', 0, column) / sum;
}

/** Whether a cell says too much by itself, or is not shown as the table was set: it must not follow either. */
export function saysTooMuch(
  item: ItemView,
  block: BlockView,
  { line, column }: { line: number; column: number },
  { cell, base, share }: Protection,
): boolean {
  const group = block.bases[column] ?? 0;
  if (block.hidden?.[column] === true || (group > 0 && group < base)) return true;
  if (item.number) return group > 0 && (group < cell || largestShare(block, column) > share);
  const respondents = respondentsAt(block, line, column);
  return respondents > 0 && respondents < cell;
}

/** The key of a cell among the unknowns; the column of all is the same in all blocks side by side. */
const keyOf = (nest: number, line: number, column: number) => `${column === 0 ? 0 : nest}:${line}:${column}`;

/** What is known of cells that are withheld: their sums down to the base, of a number none, and across to all. */
function sumsOf(lines: readonly number[], masks: readonly Mask[], isNumber: boolean): KnownSum[] {
  const sums: KnownSum[] = [];
  const add = (cells: readonly (readonly [string, 1 | -1])[]) => {
    if (cells.length > 0) sums.push(new Map(cells));
  };
  masks.forEach((mask, nest) => {
    const columns = mask[0]?.length ?? 0;
    const held = (line: number, column: number, sign: 1 | -1) =>
      mask[line]?.[column] === true ? [[keyOf(nest, line, column), sign] as const] : [];
    for (let column = 0; column < columns && !isNumber; column++) add(lines.flatMap((line) => held(line, column, 1)));
    if (columns > 1)
      for (const line of lines) add(mask[line]!.flatMap((_, column) => held(line, column, column === 0 ? -1 : 1)));
  });
  return sums;
}

interface Place {
  nest: number;
  line: number;
  column: number;
}

/** Cells that are shown still in the line or the column of another. */
function besides({ nest, line, column }: Place, lines: readonly number[], masks: readonly Mask[]): Place[] {
  const mask = masks[nest]!;
  const inLine = mask[line]!.map((_, k): Place => ({ nest, line, column: k })).slice(1);
  const inColumn = lines.map((own): Place => ({ nest, line: own, column }));
  return [...inLine, ...inColumn].filter((place) => !mask[place.line]![place.column]!);
}

/**
 * The cell to withhold next, of those beside others that would follow: one in whose line and column others are withheld
 * already, which closes a way round; else the one on the fewest respondents. Null: there is none.
 */
function nextOf(follow: readonly Place[], lines: readonly number[], blocks: readonly BlockView[], masks: Mask[]) {
  const weightOf = (place: Place): number => {
    const mask = masks[place.nest]!;
    const closes = mask[place.line]!.includes(true) && lines.some((line) => mask[line]![place.column]);
    // What nobody is in hides less than what somebody is in.
    const respondents = respondentsAt(blocks[place.nest]!, place.line, place.column) || EMPTY;
    return closes ? respondents : FAR + respondents;
  };
  const free = follow.flatMap((place) => besides(place, lines, masks));
  return free.reduce<Place | null>((best, place) => (best && weightOf(best) <= weightOf(place) ? best : place), null);
}

/** Heavier than any cell with somebody in it; and than any cell that closes a way round. */
const EMPTY = 1e9;
const FAR = 1e12;

/** In all blocks side by side the column of all is the same. */
function spreadTotals(masks: readonly Mask[]): void {
  const [first] = masks;
  first?.forEach((_, line) => {
    const isHeld = masks.some((mask) => mask[line]?.[0] === true);
    for (const mask of masks) if (mask[line]) mask[line][0] = isHeld;
  });
}

/**
 * Which cells of an item are withheld: those that say too much by themselves, and as many beside them as it takes so
 * that none of them follows from the sums that are shown (complementary suppression). What follows is found exactly,
 * for all blocks side by side together; which cell is added is a rule of thumb.
 * @param blocks of the item, one for each grouping side by side
 */
export function withheldCells(item: ItemView, blocks: readonly BlockView[], protection: Protection): Mask[] {
  const masks = blocks.map((block) =>
    item.leaves.map((_, line) =>
      block.bases.map((_base, column) => saysTooMuch(item, block, { line, column }, protection)),
    ),
  );
  const lines = item.number ? item.leaves.map((_, line) => line) : categoryLines(item);
  for (;;) {
    spreadTotals(masks);
    const places = masks.flatMap((mask, nest) =>
      lines.flatMap((line) =>
        mask[line]!.flatMap((isHeld, column): Place[] => (isHeld ? [{ nest, line, column }] : [])),
      ),
    );
    if (places.length === 0) break;
    if (places.length > MOST_WORKED_OUT) {
      masks.forEach((mask) => mask.forEach((line) => line.fill(true)));
      break;
    }
    const follows = determined(sumsOf(lines, masks, item.number));
    const follow = places.filter(({ nest, line, column }) => follows.has(keyOf(nest, line, column)));
    // One by one as few are added as can be; of many that follow, one beside each at once.
    const parts = follow.length > MOST_ONE_BY_ONE ? follow.map((place) => [place]) : [follow];
    const added = parts.flatMap((part) => nextOf(part, lines, blocks, masks) ?? []);
    if (added.length === 0) break;
    for (const { nest, line, column } of added) masks[nest]![line]![column] = true;
  }
  // A net is the sum of its categories.
  masks.forEach((mask) =>
    item.leaves.forEach(({ is }, line) => {
      if (is !== 'net') return;
      mask[line] = mask[line]!.map((isHeld, column) => isHeld || lines.some((own) => mask[own]![column] === true));
    }),
  );
  return masks;
}
