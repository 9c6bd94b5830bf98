import { byId } from '../by-id.js';
import { total } from '../numerics/total.js';
import { type NetLine, netLines } from '../table/net.js';
import { isAnswered } from '../table/net-table.js';
import type { Table } from '../table/table.js';
import type { Figure, FigureId } from './types.js';

/** Mentions of a net are those of its options, which can be more than who mentions it. */
const ADDED_UP: readonly FigureId[] = ['mentions', 'mentions-percent'];
/** What is of one category, or of those before it, and of no net. */
const NONE: readonly FigureId[] = ['cumulative-percent', 'contribution', 'average-place'];

/** The lines of a table: its categories, and the nets of them. */
export const linesOf = ({ rows, nets }: Table): NetLine[] =>
  netLines(
    rows.categories.map(({ code, kind }) => (isAnswered(kind) ? code : null)),
    nets?.of ?? [],
  );

/** Of each category of a table its place among the lines, those of nets among them; -1: it is not shown. */
export function linesOfCategories(table: Table): number[] {
  const lines = linesOf(table);
  return table.rows.categories.map((_, i) => lines.findIndex((line) => line.is === 'category' && line.at === i));
}

/** Pearson's residual of each net, (n - e)/√e, where something is expected. */
function residuals(ofNets: readonly Figure[]): Figure['cells'] | undefined {
  const expected = byId(ofNets, 'expected');
  const counts = byId(ofNets, 'weighted-n') ?? byId(ofNets, 'n');
  return expected?.cells.map((line, i) =>
    line.map((e, j) => {
      const n = counts?.cells[i]?.[j];
      return typeof e === 'number' && typeof n === 'number' && e > 0 ? (n - e) / Math.sqrt(e) : null;
    }),
  );
}

/** What is added up over the categories of a net, in each column. */
function addedUp({ rows, nets }: Table, { cells }: Figure): (number | null)[][] {
  return (nets?.of ?? []).map(({ codes }) => {
    const parts = rows.categories.flatMap(({ code, kind }, i) => (isAnswered(kind) && codes.includes(code) ? [i] : []));
    return (cells[0] ?? []).map((_, j) => {
      const values = parts.map((i) => cells[i]?.[j]).filter((value) => typeof value === 'number');
      return values.length > 0 ? total(values) : null;
    });
  });
}

function cellsOfNets(table: Table, figure: Figure, ofNets: readonly Figure[]): Figure['cells'] | undefined {
  if (NONE.includes(figure.id)) return undefined;
  if (ADDED_UP.includes(figure.id)) return addedUp(table, figure);
  return figure.id === 'residual' ? residuals(ofNets) : byId(ofNets, figure.id)?.cells;
}

/**
 * Figures of the lines of a table, those of its nets among them.
 * @param figures of its categories
 * @param ofNets the same of its nets, where they have them
 */
export function figuresOfLines(table: Table, figures: readonly Figure[], ofNets: readonly Figure[]): Figure[] {
  const { nets } = table;
  if (!nets) return [...figures];
  const lines = linesOf(table);
  return figures.map((figure) => {
    const own = cellsOfNets(table, figure, ofNets);
    const nothing = figure.cells[0]?.map(() => null) ?? [];
    const cells = lines.map((line) => {
      if (line.is === 'category') return figure.cells[line.at] ?? nothing;
      return own?.[nets.of.indexOf(line.net)] ?? nothing;
    });
    return { ...figure, cells };
  });
}
