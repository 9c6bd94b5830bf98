import type { FigureId } from '../../table/figure-choice.js';
import { figuresOf } from '../../table/share.js';
import type { Table } from '../../table/table.js';
import { figure, type WorkedExample } from '../../statistic/worked-example.js';

/** A figure of a cell with how it comes about. */
export interface CellExample {
  id: FigureId;
  example: WorkedExample;
}

/** What the figures of one cell are worked out of. */
interface Cell {
  /** How many are in the cell, its row, its column and in all; with a weight what they count as. */
  n: number;
  row: number;
  column: number;
  all: number;
}

const ratio = (id: FigureId, formula: string, [part, whole]: readonly [number, number]): CellExample[] => {
  const result = (100 * part) / whole;
  return whole > 0
    ? [{ id, example: { formula, steps: [`100 × ${figure(part)} / ${figure(whole)} = ${figure(result)}`], result } }]
    : [];
};

function sharesOf({ n, row, column, all }: Cell, isAlone: boolean): CellExample[] {
  const own = 100 * (n / column);
  const total = 100 * (row / all);
  const index = (100 * own) / total;
  return [
    ...ratio('column-percent', '100 × n / column base', [n, column]),
    ...(isAlone
      ? []
      : [
          ...ratio('row-percent', '100 × n / row total', [n, row]),
          ...ratio('total-percent', '100 × n / base', [n, all]),
        ]),
    ...(isAlone || !(column > 0 && row > 0)
      ? []
      : [
          {
            id: 'index' as const,
            example: {
              formula: '100 × column % / column % of all',
              steps: [`100 × ${figure(own)} / ${figure(total)} = ${figure(index)}`],
              result: index,
            },
          },
        ]),
  ];
}

/** How a cell departs from independence. */
function departureOf({ n, row, column, all }: Cell): CellExample[] {
  const e = (row * column) / all;
  if (!(e > 0)) return [];
  const expected: CellExample = {
    id: 'expected',
    example: {
      formula: 'e = row total × column base / base',
      steps: [`${figure(row)} × ${figure(column)} / ${figure(all)} = ${figure(e)}`],
      result: e,
    },
  };
  const [apart, free] = [1 - row / all, 1 - column / all];
  if (!(apart > 0 && free > 0)) return [expected];
  const error = Math.sqrt(e * apart * free);
  const z = (n - e) / error;
  return [
    expected,
    {
      id: 'adjusted-residual',
      example: {
        formula: '(n − e) / √(e (1 − row total / base) (1 − column base / base))',
        steps: [
          `e = ${figure(e)}`,
          `√(${figure(e)} × ${figure(apart)} × ${figure(free)}) = ${figure(error)}`,
          `(${figure(n)} − ${figure(e)}) / ${figure(error)} = ${figure(z)}`,
        ],
        result: z,
      },
    },
  ];
}

/**
 * How the figures of one cell come about, with its numbers in the formulas. With a weight the residual allows for it
 * and is none of these.
 * @param row of the table
 * @param column of the table; null: all together
 */
export function cellExamples(table: Table, row: number, column: number | null): CellExample[] {
  if (table.numbers) return [];
  const { cells, rowTotals, columnBases, base } = figuresOf(table);
  const own = column === null ? rowTotals[row] : cells[row]?.[column];
  const cell: Cell = {
    n: own ?? 0,
    row: rowTotals[row] ?? 0,
    column: (column === null ? base : columnBases[column]) ?? 0,
    all: base,
  };
  if (!(base > 0)) return [];
  const departs = column !== null && !table.weighted && !table.columns?.multiple;
  return [...sharesOf(cell, column === null), ...(departs ? departureOf(cell) : [])];
}
