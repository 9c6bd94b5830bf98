import type { Table, Totals } from './table.js';

export const PERCENTS = ['column', 'row', 'total', 'mentions'] as const;
/** What a percentage is of: the column's base, the row's, the table's; or the mentions in the column. */
export type Percent = (typeof PERCENTS)[number];

/** What a table's percentages are made of: weights where there are any, respondents where not. */
export function figuresOf(table: Table): Totals {
  return table.weighted?.sums ?? table;
}

/** Kish's effective base of a column, or of the table (`column` null): W²/sum w² (Kish 1965); 0 where nobody is. */
export function effectiveBase({ base, columnBases, weighted }: Table, column: number | null = null): number {
  const of = (totals: Totals) => (column === null ? totals.base : (totals.columnBases[column] ?? 0));
  if (!weighted) return column === null ? base : (columnBases[column] ?? 0);
  const squares = of(weighted.squares);
  return squares > 0 ? of(weighted.sums) ** 2 / squares : 0;
}

/** Whether respondents count differently; with one weight for all, a table is an unweighted one. */
export function isUneven({ base, weighted }: Table): boolean {
  if (!weighted) return false;
  const [square, sum] = [base * weighted.squares.base, weighted.sums.base ** 2];
  return Math.abs(square - sum) > 1e-12 * sum;
}

/**
 * A cell's share of its base, 0 to 1, or null where the base is empty. `column` null is the total column.
 * For multiple-response rows, the shares are of respondents.
 */
export function share(table: Table, percent: Percent, row: number, column: number | null): number | null {
  const { cells, rowTotals, columnBases, base: all } = figuresOf(table);
  if (percent === 'mentions') return mentionShare(table, row, column);
  const value = column === null ? rowTotals[row] : cells[row]?.[column];
  const base = percent === 'row' ? rowTotals[row] : percent === 'total' || column === null ? all : columnBases[column];
  return value === undefined || base === undefined || base === 0 ? null : value / base;
}

/** A multiple-response cell's share of the mentions in its column; null where nobody mentioned anything. */
export function mentionShare(table: Table, row: number, column: number | null): number | null {
  const { cells, rowTotals, mentions: counted } = figuresOf(table);
  if (!counted || table.rows.categories[row]?.kind !== 'option') return null;
  const value = column === null ? rowTotals[row] : cells[row]?.[column];
  const mentions = column === null ? counted.total : counted.columns[column];
  return value === undefined || mentions === undefined || mentions === 0 ? null : value / mentions;
}

/** Why a table shows nothing, in a sentence with the next step; null where it shows something. */
export function whyEmpty(table: Table): string | null {
  if (table.base > 0) return null;
  if (table.total === 0) return 'The study has no respondents.';
  const most = [...(table.leftOut ?? [])].sort((a, b) => b.respondents - a.respondents)[0];
  const rest = most
    ? ` Most were left out for one reason: ${most.variable}: ${most.reason} (${most.respondents.toLocaleString('en')}).`
    : '';
  const mend =
    most?.why === 'outside' || most?.why === 'unknown'
      ? ' Loosen the "only where".'
      : ' See in the codebook which codes are marked as missing.';
  return `Nobody is in this table: all ${table.total.toLocaleString('en')} respondents were left out.${rest}${mend}`;
}
