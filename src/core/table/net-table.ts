import type { Category, NetTotals, Table, Totals } from './table.js';

/** What a net can hold: answers and options, and not who mentions none. */
export const isAnswered = (kind: Category['kind']): boolean => kind === 'answer' || kind === 'option';

/**
 * The nets of a table as a table of their own, by the same columns: each a line that a respondent is on or not, as the
 * options of a question are.
 */
export function netTable(table: Table): Table {
  const { nets, weighted, rows } = table;
  const of = nets?.of ?? [];
  const nothing: NetTotals = { cells: [], rowTotals: [] };
  const totals = (whole: Totals, own: NetTotals): Totals => ({ ...whole, ...own, mentions: null });
  return {
    ...table,
    ...totals(table, nets?.respondents ?? nothing),
    rows: {
      variable: rows.variable,
      categories: of.map(({ label }) => ({ code: label, label, kind: 'option' })),
      multiple: true,
    },
    weighted: weighted && {
      ...weighted,
      sums: totals(weighted.sums, nets?.weighted?.sums ?? nothing),
      squares: totals(weighted.squares, nets?.weighted?.squares ?? nothing),
    },
    together: null,
    places: undefined,
    standings: undefined,
    nets: undefined,
  };
}
