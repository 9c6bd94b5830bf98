import { byId } from '../by-id.js';
import { figuresOfChoice } from '../table/figure-choice.js';
import type { FigureValues } from '../table/order.js';
import { blockView, type Extras } from './block-view.js';
import { linesOf, linesOfCategories } from './net-rows.js';
import type { Table } from '../table/table.js';

const numberOf = (value: number | string | null | undefined): number | null =>
  typeof value === 'number' && !Number.isNaN(value) ? value : null;

/**
 * What rows are sorted by, as it stands in the cells of a table.
 * @param work what is worked out of a table for its cells
 */
export function figureValuesBy(work: (table: Table) => Extras): FigureValues {
  return (table, choice, column) => {
    const { figures } = blockView('', table, work(table));
    const ids = figuresOfChoice(choice).flatMap(([first]) => (first ? [first] : []));
    const [figure] = ids.flatMap((id) => byId(figures, id) ?? []);
    if (!figure) return null;
    const values = figure.cells.map((line) => numberOf(line[column === null ? 0 : column + 1]));
    const rows = linesOfCategories(table).map((line) => values[line] ?? null);
    const lines = linesOf(table);
    const nets = (table.nets?.of ?? []).map((net) => {
      const line = lines.findIndex((own) => own.is === 'net' && own.net === net);
      return values[line] ?? null;
    });
    return values.every((value) => value === null) ? null : { rows, nets };
  };
}
