import { total } from '../numerics/total.js';
import { titleOf } from '../codebook/types.js';
import { placesBy, sharedBy } from './shared-by.js';
import type { Category, Table, Totals } from './table.js';

const nameOf = ({ kind, code }: Category) => `${kind} ${code}`;

/**
 * Frequency tables over one code list side by side, as their pictures take them: a column for each item, over the
 * respondents who answered it. Respondents are in several columns, so nothing of it is tested.
 * @param tables of the items, in the order in which they stand; at least one
 */
export function batteryTable(tables: readonly Table[]): Table {
  const [first] = tables;
  if (!first) throw new Error('a battery has items');
  const answers = sharedBy(
    tables.map(({ rows }) => rows.categories),
    nameOf,
  );
  const places = tables.map(({ rows }) => placesBy(rows.categories, answers, nameOf));
  const totals = (of: (table: Table) => Totals): Totals => {
    const own = tables.map(of);
    const cells = answers.map((_, i) => own.map(({ cells: column }, k) => column[places[k]![i]!]?.[0] ?? 0));
    const columnBases = own.map(({ base }) => base);
    return { cells, rowTotals: cells.map(total), columnBases, base: total(columnBases), mentions: null };
  };
  const { weighted } = first;
  return {
    ...totals((table) => table),
    rows: { variable: first.rows.variable, categories: answers, multiple: false },
    columns: {
      variable: { ...first.rows.variable, id: 0, name: 'items', label: 'Items', level: 'unordered', codes: [] },
      categories: tables.map(({ rows: { variable } }) => ({
        code: variable.name,
        label: titleOf(variable),
        kind: 'answer',
      })),
      multiple: true,
    },
    weighted: weighted && {
      by: weighted.by,
      sums: totals((table) => table.weighted?.sums ?? table),
      squares: totals((table) => table.weighted?.squares ?? table),
    },
    together: null,
    total: first.total,
    leftOut: null,
  };
}
