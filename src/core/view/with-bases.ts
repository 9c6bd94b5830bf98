import type { BaseLimits } from '../table/shown-shape.js';
import { withValues } from './asked-lines.js';
import { withCells } from './lazy-figure.js';
import type { BlockView, Figure, TableView } from './types.js';
import type { WholeView } from './whole-view.js';

function blockWithBases(block: BlockView, { small, hide = 0 }: BaseLimits): BlockView {
  const { effective } = block;
  const isHidden = (column: number) => {
    const base = effective[column] ?? null;
    return base !== null && base > 0 && base < hide;
  };
  const without = <T>(values: readonly (T | null)[]) =>
    values.map((value, column) => (isHidden(column) ? null : value));
  const figureWithout = (figure: Figure): Figure => withCells(figure, (cells) => cells.map(without));
  return {
    ...block,
    small: small === undefined ? block.small : effective.map((base) => base !== null && base < small),
    hidden: effective.map((_, column) => isHidden(column)),
    figures: hide > 0 ? block.figures.map(figureWithout) : block.figures,
    asked:
      hide > 0
        ? block.asked.map((line) =>
            withValues(line, (values, figure) => (figure === 'all-percent' ? without(values) : [...values])),
          )
        : block.asked,
    scale: hide > 0 ? block.scale.map((foot) => ({ ...foot, values: without(foot.values) })) : block.scale,
  };
}

const viewWithBases = (view: TableView, limits: BaseLimits): TableView => ({
  ...view,
  blocks: view.blocks.map((line) => line.map((block) => blockWithBases(block, limits))),
});

/** From how many respondents on a column is compared with others: what is not shown is not compared. */
export const leastCompared = ({ compare = 0, hide = 0 }: BaseLimits = {}): number => Math.max(compare, hide);

/** A view that marks small bases under a limit, and shows no figures of columns on fewer than another. Bases stay. */
export function withBases(whole: WholeView, limits: BaseLimits | undefined): WholeView {
  if (!limits) return whole;
  return {
    ...whole,
    view: viewWithBases(whole.view, limits),
    strata: whole.strata.map((stratum) => ({ ...stratum, view: viewWithBases(stratum.view, limits) })),
  };
}
