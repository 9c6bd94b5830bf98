import { whole } from '../../core/figures.js';
import type { Leaf, TableView } from '../../core/view/types.js';

/** Points that a letter takes, the space around what is in a cell, and the hatch beside it. */
const [LETTER, AROUND, HATCH] = [7.6, 16, 30];
/** No column is narrower or wider; the names of the lines stand at the left. */
const [LEAST, MOST, NAMES] = [68, 150, 240];

const longestWord = (label: string) => Math.max(...label.split(/[\s/-]+/).map(({ length }) => length));

/**
 * How wide the columns of a table are, in points, of which not all lines are drawn: it keeps them while it is scrolled.
 * @returns the names of the lines first
 */
export function columnWidths({ nests, blocks }: TableView): number[] {
  const most = Math.max(1, ...blocks.flat().map(({ base }) => base));
  const figure = Math.max(5, whole(most).length);
  const width = ({ label }: Leaf) =>
    Math.min(MOST, Math.max(LEAST, AROUND + LETTER * longestWord(label), AROUND + LETTER * figure + HATCH));
  return [NAMES, ...nests.flatMap(({ leaves }) => leaves.map(width))];
}
