import type { BlockView, Foot, TableView } from './types.js';

/** The lines under an item: of all its blocks those of the one that has most, the others have the same or fewer. */
export const feetOf = (blocks: readonly BlockView[]): readonly Foot[] =>
  blocks.reduce<readonly Foot[]>((most, { feet }) => (feet.length > most.length ? feet : most), []);

/** The letter of a column, where all blocks under each other that compare columns give it the same. */
export function letterOf({ blocks }: TableView, nest: number, column: number): string | null {
  const lettered = blocks.filter((line) => line[nest]?.letters.some((letter) => letter !== null));
  const letters = new Set(lettered.map((line) => line[nest]?.letters[column] ?? null));
  const [letter = null] = letters;
  return letters.size === 1 ? letter : null;
}
