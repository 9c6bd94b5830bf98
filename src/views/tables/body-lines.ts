import type { Shown } from '../../api/types.js';
import { choicesOf, figuresChosen } from '../../core/view/figures-shown.js';
import { askedOf, feetOf } from '../../core/view/shared-lines.js';
import type { BlockView, Foot, ItemView, Leaf, TableView } from '../../core/view/types.js';
import { type CellFigures, cellFigures } from './BlockCell.js';
import type { FigureLine } from './figure-lines.js';

/** A row item of a table with its blocks, one for each nest, and what their cells show. */
interface ItemPart {
  item: ItemView;
  /** Which of the row items it is. */
  at: number;
  blocks: readonly BlockView[];
  /** What the cells of each block show. */
  shows: readonly CellFigures[];
}

/** One line of the body of a table. */
export type BodyLine = { key: string; part: ItemPart } & (
  | { is: 'item' }
  | { is: 'leaf'; leaf: Leaf; row: number }
  /** A figure of a number, as it stands in each block. */
  | { is: 'number'; label: string; first: boolean; figures: readonly (FigureLine | undefined)[] }
  | { is: 'foot'; foot: Foot }
  /** Who was asked: which of the lines for them. */
  | { is: 'asked'; label: string; line: number }
);

function linesOfNumber(part: ItemPart): BodyLine[] {
  const lines = part.shows.map((figures) => figures.lines);
  return (lines[0] ?? []).map(({ label, figure }, k) => ({
    is: 'number',
    key: `${part.at} ${figure.id}`,
    part,
    label,
    first: k === 0,
    figures: lines.map((own) => own[k]),
  }));
}

/** The lines of the items of a table from the top, each item under its heading where there are several. */
export function bodyLines({ items, blocks }: TableView, shown: Shown): { lines: BodyLine[]; foot: BodyLine[] } {
  const isAlone = items.length === 1;
  const parts = items.map((item, at) => {
    const own = blocks[at] ?? [];
    const choices = choicesOf(shown, item);
    const shows = own.map((block) => cellFigures(block, figuresChosen(block, choices)));
    const part: ItemPart = { item, at, blocks: own, shows };
    const lines = item.number
      ? linesOfNumber(part)
      : item.leaves.map((leaf, row): BodyLine => ({
          is: 'leaf',
          key: `${at} ${leaf.is} ${leaf.code}`,
          part,
          leaf,
          row,
        }));
    const feet = feetOf(own, choices).map((foot): BodyLine => ({
      is: 'foot',
      key: `${at} foot ${foot.id}`,
      part,
      foot,
    }));
    const asked = askedOf(own, choices).map(({ label }, line): BodyLine => ({
      is: 'asked',
      key: `${at} asked ${line}`,
      part,
      label,
      line,
    }));
    return { part, lines, feet: [...feet, ...asked] };
  });
  const [only] = parts;
  if (isAlone && only) return { lines: only.lines, foot: only.feet };
  return {
    lines: parts.flatMap(({ part, lines, feet }) => [
      { is: 'item' as const, key: `${part.at} item`, part },
      ...lines,
      ...feet,
    ]),
    foot: [],
  };
}
