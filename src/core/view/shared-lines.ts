import { byId } from '../by-id.js';
import type { FigureChoice } from '../table/figure-choice.js';
import { isChosen } from './figures-shown.js';
import type { AskedLine, BlockView, Foot, TableView } from './types.js';

const most = (lists: readonly (readonly Foot[])[]): readonly Foot[] =>
  lists.reduce<readonly Foot[]>((longest, list) => (list.length > longest.length ? list : longest), []);

/**
 * The lines under an item: those of its scale that are chosen, in their order, with their decimals, and its bases. Of
 * all its blocks those of the one that has most, the others have the same or fewer.
 */
export function feetOf(blocks: readonly BlockView[], choices: readonly FigureChoice[]): readonly Foot[] {
  const scale = most(blocks.map((block) => block.scale));
  const chosen = choices.flatMap(({ figure, decimals }) => {
    const line = scale.find(({ id }) => id === figure);
    return line ? [decimals === undefined ? line : { ...line, decimals }] : [];
  });
  const feet = most(blocks.map((block) => block.feet));
  // Beside percentages of all these have lines of their own.
  return [...chosen, ...(isChosen(choices, 'all-percent') ? feet.filter(({ id }) => id !== 'aside') : feet)];
}

/** The lines for who was asked, where percentages of all are shown; all blocks of an item have the same. */
export const askedOf = (blocks: readonly BlockView[], choices: readonly FigureChoice[]): readonly AskedLine[] =>
  (isChosen(choices, 'all-percent') ? blocks[0]?.asked : undefined) ?? [];

/** What stands in a line under a block, by column; nothing where the block has no such line. */
export const footValues = (block: BlockView | undefined, id: Foot['id']): readonly (number | null)[] =>
  (byId(block?.scale, id) ?? byId(block?.feet, id))?.values ?? [];

/** The letter of a column, where all blocks under each other that compare columns give it the same. */
export function letterOf({ blocks }: TableView, nest: number, column: number): string | null {
  const lettered = blocks.filter((line) => line[nest]?.letters.some((letter) => letter !== null));
  const letters = new Set(lettered.map((line) => line[nest]?.letters[column] ?? null));
  const [letter = null] = letters;
  return letters.size === 1 ? letter : null;
}
