import type { Figure } from './types.js';

type Cells = Figure['cells'];

/**
 * A figure whose cells are worked out when somebody looks at them, once: a table carries twenty figures, and shows two.
 * @param cells works them out
 * @example
 * lazyFigure({ id: 'n', label: 'n', unit: 'count', decimals: 0 }, () => [[3, 1, 2]]).cells[0]; // [3, 1, 2]
 */
export function lazyFigure(figure: Omit<Figure, 'cells'>, cells: () => Cells): Figure {
  let kept: Cells | undefined;
  return {
    ...figure,
    get cells() {
      return (kept ??= cells());
    },
  };
}

/** A figure with other cells than it had, worked out when somebody looks at them. */
export function withCells(figure: Figure, cells: (own: Cells) => Cells): Figure {
  const { id, label, unit, decimals, columns } = figure;
  return lazyFigure({ id, label, unit, decimals, ...(columns ? { columns } : {}) }, () => cells(figure.cells));
}
