import type { FigureId } from '../table/figure-choice.js';
import { withCells } from '../view/lazy-figure.js';
import type { BlockView, Figure, TableView } from '../view/types.js';
import type { WholeView } from '../view/whole-view.js';
import { type Protection, WITHHELD } from './protection-shape.js';
import { type Mask, withheldCells } from './withheld-cells.js';

/** Figures of a number that are what one respondent said. */
const OF_ONE: readonly FigureId[] = ['minimum', 'maximum'];
/** Figures that add up those before them: what is withheld follows from the difference of two. */
const ADDING_UP: readonly FigureId[] = ['cumulative-percent'];

const anyInColumn = (mask: Mask, column: number) => mask.some((line) => line[column] === true);

function figureWith(figure: Figure, mask: Mask): Figure {
  const isHeld = (line: number, column: number) =>
    OF_ONE.includes(figure.id) ||
    (ADDING_UP.includes(figure.id) ? anyInColumn(mask, column) : mask[line]?.[column] === true);
  return withCells(figure, (cells) =>
    cells.map((line, at) => line.map((value, column) => (value !== null && isHeld(at, column) ? WITHHELD : value))),
  );
}

/** A block without what is withheld of it; what its scale comes to would tell as much, and goes with it. */
function blockWith(block: BlockView, mask: Mask): BlockView {
  return {
    ...block,
    figures: block.figures.map((figure) => figureWith(figure, mask)),
    scale: block.scale.map((foot) => ({
      ...foot,
      values: foot.values.map((value, column) => (anyInColumn(mask, column) ? null : value)),
    })),
  };
}

function viewWith(view: TableView, protection: Protection): TableView {
  return {
    ...view,
    blocks: view.blocks.map((blocks, at) => {
      const masks = withheldCells(view.items[at]!, blocks, protection);
      return blocks.map((block, nest) => blockWith(block, masks[nest]!));
    }),
  };
}

/** Whether figures of a block are withheld: nothing else is said or drawn of it then. */
export const isWithheld = ({ figures }: BlockView): boolean =>
  figures.some(({ id, cells }) => !OF_ONE.includes(id) && cells.some((line) => line.includes(WITHHELD)));

/** A view for somebody who is not to know single respondents. */
export function withProtection(whole: WholeView, protection: Protection | undefined): WholeView {
  if (!protection) return whole;
  return {
    ...whole,
    view: viewWith(whole.view, protection),
    strata: whole.strata.map((stratum) => ({ ...stratum, view: viewWith(stratum.view, protection) })),
  };
}
