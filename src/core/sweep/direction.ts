import { byId } from '../by-id.js';
import { decimalsOf } from '../table/group-figures.js';
import { share } from '../table/share.js';
import type { Table } from '../table/table.js';
import { scaleLines } from '../view/scale-lines.js';
import type { Direction } from './types.js';

/** Labels of the groups with a figure of each. */
const groupsOf = ({ columns }: Table, value: (column: number) => number | null): Direction['groups'] =>
  (columns?.categories ?? []).map(({ label }, j) => ({ label, value: value(j) }));

/** The mean of a number in each group. */
export function directionOfMeans(table: Table): Direction | null {
  const { numbers } = table;
  if (!numbers?.all) return null;
  return {
    of: 'Mean',
    unit: 'mean',
    decimals: decimalsOf(numbers.all),
    all: numbers.all.mean,
    groups: groupsOf(table, (j) => numbers.columns[j]?.mean ?? null),
  };
}

/** The share of one row in each group. */
export function directionOfRow(table: Table, row: number): Direction | null {
  const category = table.rows.categories[row];
  const all = share(table, 'column', row, null);
  if (!category || all === null) return null;
  const percent = (value: number | null) => (value === null ? null : 100 * value);
  return {
    of: category.label,
    unit: 'percent',
    decimals: 1,
    all: 100 * all,
    groups: groupsOf(table, (j) => percent(share(table, 'column', row, j))),
  };
}

/** The share of the top two of a scale in each group; null where it is too short for that. */
export function directionOfScale(table: Table): Direction | null {
  const line = byId(scaleLines(table), 'top-two');
  const [all, ...values] = line?.values ?? [];
  if (!line || all === null || all === undefined) return null;
  return { of: line.label, unit: 'percent', decimals: 1, all, groups: groupsOf(table, (j) => values[j] ?? null) };
}
