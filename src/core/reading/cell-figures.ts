import type { Adjustment } from '../infer/adjust.js';
import type { CellFigure } from '../table/grid.js';
import type { Table } from '../table/tabulate.js';
import { type Mark, marksOf } from './marks.js';
import { assessTable } from './read.js';

/** Which figures of the cells are asked for beside counts and percentages. */
export interface FiguresAsked {
  expected?: boolean | undefined;
  residuals?: boolean | undefined;
  letters?: Adjustment | undefined;
}

/**
 * Expected counts, adjusted residuals and their adjusted p as they stand in a file; nothing where nothing is compared.
 */
export function cellFiguresOf(table: Table, asked: FiguresAsked, confidence = 0.95): CellFigure[] {
  if (!asked.expected && !asked.residuals) return [];
  const marks = marksOf(table, assessTable(table, confidence));
  if (!marks) return [];
  const of = (name: string, take: (mark: Mark) => number): CellFigure => ({
    name,
    cells: marks.map((row) => row.map((mark) => mark && take(mark))),
  });
  return [
    ...(asked.expected ? [of('expected', ({ expected }) => expected)] : []),
    ...(asked.residuals ? [of('adjusted residual', ({ residual }) => residual), of('adjusted p', ({ p }) => p)] : []),
  ];
}
