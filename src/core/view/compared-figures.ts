import { sayConfidence } from '../level.js';
import { figuresOf, share } from '../table/share.js';
import type { Table } from '../table/table.js';
import { lazyFigure } from './lazy-figure.js';
import { lazyRows } from './lazy-rows.js';
import { shareLimits } from './share-limits.js';
import type { Figure } from './types.js';

type Cells = Figure['cells'];

/** The columns of a block: all together, then each category. */
export const columnsOf = ({ columns }: Table): (number | null)[] => [
  null,
  ...(columns?.categories.map((_, j) => j) ?? []),
];

/** One figure of each cell; `j` null is the column of all. */
export function cellsOf(table: Table, figure: (i: number, j: number | null) => number | null): Cells {
  const columns = columnsOf(table);
  return lazyRows(table.rows.categories.length, (i) => columns.map((j) => figure(i, j)));
}

/** Column percentages added up from the first line; of options, which overlap, there are none. */
function runningOf(table: Table): Cells {
  const { cells, rowTotals, columnBases, base } = figuresOf(table);
  const sums = columnsOf(table).map(() => 0);
  return table.rows.categories.map(({ offScale }, i) =>
    columnsOf(table).map((j, k) => {
      if (offScale) return null;
      sums[k] = (sums[k] ?? 0) + ((j === null ? rowTotals[i] : cells[i]?.[j]) ?? 0);
      const of = (j === null ? base : columnBases[j]) ?? 0;
      return of > 0 ? (100 * sums[k]) / of : null;
    }),
  );
}

/** Each column's share in 100ths of that of all. */
function indexOf(table: Table): Cells {
  return cellsOf(table, (i, j) => {
    const [own, all] = [share(table, 'column', i, j), share(table, 'column', i, null)];
    return own === null || all === null || all === 0 ? null : (100 * own) / all;
  });
}

/** How many percentage points each column's share is over that of all. */
function differenceOf(table: Table): Cells {
  return cellsOf(table, (i, j) => {
    const [own, all] = [share(table, 'column', i, j), share(table, 'column', i, null)];
    return j === null || own === null || all === null ? null : 100 * (own - all);
  });
}

/**
 * What follows from the percentages of a column: added up, their limits, and set against all together.
 * @param confidence of the limits
 */
export function comparedFigures(table: Table, confidence: number): Figure[] {
  const limit = (end: 'lower' | 'upper') => () =>
    cellsOf(table, (i, j) => {
      const limits = shareLimits(table, i, j, confidence);
      return limits && 100 * limits[end];
    });
  const level = sayConfidence(confidence);
  const percent = { unit: 'percent', decimals: 1 } as const;
  const isSetApart = table.columns !== null;
  const running = { id: 'cumulative-percent', label: '% so far', ...percent } as const;
  return [
    ...(table.mentions === null && table.base > 0 ? [lazyFigure(running, () => runningOf(table))] : []),
    lazyFigure({ id: 'lower-limit', label: `lower limit, ${level}`, ...percent }, limit('lower')),
    lazyFigure({ id: 'upper-limit', label: `upper limit, ${level}`, ...percent }, limit('upper')),
    ...(isSetApart
      ? [
          lazyFigure({ id: 'index', label: 'index, all = 100', unit: 'index', decimals: 0 }, () => indexOf(table)),
          lazyFigure({ id: 'difference', label: 'points from all', unit: 'points', decimals: 1 }, () =>
            differenceOf(table),
          ),
        ]
      : []),
  ];
}
