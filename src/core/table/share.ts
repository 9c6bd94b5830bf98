import type { Table } from './tabulate.js';

export const PERCENTS = ['column', 'row', 'total'] as const;
/** What a percentage is of: the column's base, the row's, or the table's. */
export type Percent = (typeof PERCENTS)[number];

/**
 * A cell's share of its base, 0 to 1, or null where the base is empty. `column` null is the total column.
 * For multiple-response rows, the shares are of respondents.
 */
export function share(table: Table, percent: Percent, row: number, column: number | null): number | null {
  const value = column === null ? table.rowTotals[row] : table.cells[row]?.[column];
  const base =
    percent === 'row'
      ? table.rowTotals[row]
      : percent === 'total' || column === null
        ? table.base
        : table.columnBases[column];
  return value === undefined || base === undefined || base === 0 ? null : value / base;
}

/** A multiple-response cell's share of the mentions in its column; null where nobody mentioned anything. */
export function mentionShare(table: Table, row: number, column: number | null): number | null {
  if (!table.mentions || table.rows.categories[row]?.kind !== 'option') return null;
  const value = column === null ? table.rowTotals[row] : table.cells[row]?.[column];
  const mentions = column === null ? table.mentions.total : table.mentions.columns[column];
  return value === undefined || mentions === undefined || mentions === 0 ? null : value / mentions;
}

/** Why a table shows nothing, in a sentence with the next step; null where it shows something. */
export function whyEmpty(table: Table): string | null {
  if (table.base > 0) return null;
  if (table.total === 0) return 'The study has no respondents.';
  const most = [...table.leftOut].sort((a, b) => b.respondents - a.respondents)[0];
  const rest = most
    ? ` Most were left out for one reason: ${most.variable}: ${most.reason} (${most.respondents.toLocaleString('en')}).`
    : '';
  const mend =
    most?.why === 'outside' || most?.why === 'unknown'
      ? ' Loosen the "only where".'
      : ' See in the codebook which codes are marked as missing.';
  return `Nobody is in this table: all ${table.total.toLocaleString('en')} respondents were left out.${rest}${mend}`;
}
