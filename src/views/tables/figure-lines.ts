import type { Figure, FigureId } from '../../core/view/types.js';

/** Figures that stand on one line with the one before them, and what stands between the two. */
const BESIDE: Partial<Record<FigureId, string>> = {
  'upper-limit': '–',
  'mean-upper': '–',
  'upper-quartile': '–',
  'adjusted-p': ' ',
};

/** One line of a cell: a figure, or two that belong together. */
export interface FigureLine {
  /** What it is: "column %", "quartiles". */
  label: string;
  figure: Figure;
  beside: { figure: Figure; between: string } | null;
}

function labelOf({ id, label }: Figure, isPair: boolean): string {
  if (!isPair) return label;
  if (id === 'lower-limit') return label.replace('lower limit', 'limits');
  if (id === 'mean-lower') return label.replace('from', 'limits');
  return id === 'lower-quartile' ? 'quartiles' : label;
}

/** Figures as the lines of a cell, from the top; letters have none, they stand under all. */
export function figureLines(figures: readonly Figure[]): FigureLine[] {
  const shown = figures.filter(({ id }) => id !== 'letters');
  return shown.flatMap((figure, k): FigureLine[] => {
    const before = shown[k - 1];
    if (before && BESIDE[figure.id] !== undefined) return [];
    const next = shown[k + 1];
    const between = next && BESIDE[next.id];
    const beside = next && between !== undefined ? { figure: next, between } : null;
    return [{ label: labelOf(figure, beside !== null), figure, beside }];
  });
}
