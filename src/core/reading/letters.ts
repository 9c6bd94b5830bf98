import type { Assessment } from '../assess.js';
import { reduceTable } from '../crosstab.js';
import type { Adjustment } from '../infer/adjust.js';
import { columnLetter, columnProportions } from '../infer/column-proportions.js';
import { optionOf } from './marks.js';
import type { Table } from '../table/tabulate.js';

/** Column proportions compared two by two, as letters in the table's own shape. */
export interface Letters {
  /** The letter of each column; null for one that nobody is in. */
  columns: (string | null)[];
  /** For each cell, the letters of the columns whose share is lower by more than chance; empty where there is none. */
  above: string[][];
}

/**
 * The options of a multiple-response question: each, mentioned or not, compared between columns that do not overlap; p
 * adjusted over all pairs of columns within the option.
 */
function lettersOfOptions(table: Table, adjustment: Adjustment, confidence: number): Letters | null {
  const { columns, rows, columnBases } = table;
  if (!columns || !rows.multiple || columns.multiple) return null;
  const held = columnBases.flatMap((base, j) => (base > 0 ? [j] : []));
  if (held.length < 2) return null;
  const above = table.cells.map((row, i) => {
    const nobody = row.map(() => '');
    if (rows.categories[i]?.kind !== 'option') return nobody;
    const { counts, weights } = optionOf(table, i);
    const { table: two, dropped } = reduceTable(counts, { weights });
    if (dropped.rows.length > 0) return nobody;
    const found = columnProportions(two, adjustment, confidence);
    held.forEach((j, at) => (nobody[j] = (found?.above[0]?.[at] ?? []).map(columnLetter).join(' ')));
    return nobody;
  });
  return { columns: columnBases.map((base, j) => (base > 0 ? columnLetter(held.indexOf(j)) : null)), above };
}

/** The letters of a cross table; null where its columns cannot be compared. */
export function lettersOf(
  table: Table,
  assessment: Assessment | null,
  adjustment: Adjustment = 'holm',
  confidence = 0.95,
): Letters | null {
  if (table.rows.multiple) return lettersOfOptions(table, adjustment, confidence);
  const found = assessment?.columnProportions;
  if (!found || !table.columns) return null;
  const { dropped } = assessment;
  let at = 0;
  const columns = table.columns.categories.map((_, j) => (dropped.columns.includes(j) ? null : columnLetter(at++)));
  let line = 0;
  const above = table.cells.map((row, i) => {
    if (dropped.rows.includes(i)) return row.map(() => '');
    const mine = found.above[line++] ?? [];
    let cell = 0;
    return row.map((_, j) =>
      dropped.columns.includes(j) ? '' : (mine[cell++] ?? []).map((position) => columnLetter(position)).join(' '),
    );
  });
  return { columns, above };
}
