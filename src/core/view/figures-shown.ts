import { byId } from '../by-id.js';
import type { Percent } from '../table/share.js';
import type { Shown } from '../table/shown-shape.js';
import type { BlockView, Figure, FigureId, ItemView } from './types.js';

const PERCENT_FIGURES: Record<Percent, FigureId> = {
  column: 'column-percent',
  row: 'row-percent',
  total: 'total-percent',
  mentions: 'mentions-percent',
};

const figuresBy = ({ figures }: BlockView, ids: readonly FigureId[]): Figure[] =>
  ids.flatMap((id) => byId(figures, id) ?? []);

/** The figure that stands first in the cells of a block: at which place an option is mentioned, or a percentage. */
export function mainFigureOf(block: BlockView, { percent }: Pick<Shown, 'percent'>): Figure | undefined {
  return figuresBy(block, ['average-place', PERCENT_FIGURES[percent], 'column-percent'])[0];
}

/** The figures in a cell of a cross table, the first on top. */
export function figuresInCells(block: BlockView, shown: Shown): Figure[] {
  const main = mainFigureOf(block, shown);
  const [count] = figuresBy(block, ['weighted-n', 'n']);
  const isCompared = shown.letters !== undefined && shown.percent === 'column';
  return [
    ...(main ? [main] : []),
    ...(shown.counts && count ? [count] : []),
    ...figuresBy(block, [
      ...(isCompared ? (['letters'] as const) : []),
      ...(shown.expected ? (['expected'] as const) : []),
      ...(shown.residuals === true ? (['adjusted-residual', 'adjusted-p'] as const) : []),
    ]),
  ];
}

/** The columns of a frequency table, in their order; where lines have no order, shares are not added up. */
const FREQUENCY_COLUMNS: readonly FigureId[] = [
  'n',
  'weighted-n',
  'column-percent',
  'cumulative-percent',
  'mentions',
  'mentions-percent',
  'average-place',
];

/** The figures that are the columns of a frequency table. */
export const figuresOfFrequencies = (block: BlockView, { ordered }: Pick<ItemView, 'ordered'>): Figure[] =>
  figuresBy(
    block,
    FREQUENCY_COLUMNS.filter((id) => id !== 'cumulative-percent' || ordered),
  );
