import type { CellAssessment } from '../assess/types.js';
import { reduceTable } from '../crosstab.js';
import type { Adjustment } from '../infer/adjust.js';
import { columnLetter, columnProportions } from '../infer/column-proportions.js';
import { arrange } from '../table/order.js';
import { scalePlacesOf } from '../table/scale-order.js';
import { asShown, inTable, optionOf } from './marks.js';
import type { Table, TableNumbers } from '../table/table.js';

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
  const kept = columnBases.flatMap((base, j) => (base > 0 ? [j] : []));
  if (kept.length < 2) return null;
  const above = table.cells.map((row, i) => {
    const nobody = row.map(() => '');
    if (rows.categories[i]?.kind !== 'option') return nobody;
    const { counts, weights } = optionOf(table, i);
    const { table: two, dropped } = reduceTable(counts, { weights });
    if (dropped.rows.length > 0) return nobody;
    const proportions = columnProportions(two, adjustment, confidence);
    kept.forEach((j, at) => (nobody[j] = (proportions?.above[0]?.[at] ?? []).map(columnLetter).join(' ')));
    return nobody;
  });
  return { columns: columnBases.map((base, j) => (base > 0 ? columnLetter(kept.indexOf(j)) : null)), above };
}

/** Groups whose means are compared two by two, in the order in which they are shown. */
function lettersOfMeans(table: Table, { columns }: TableNumbers, assessment: CellAssessment | null): Letters | null {
  if (!assessment?.means) return null;
  const compared = scalePlacesOf(table).columns.filter((j) => columns[j] !== null);
  const kept = columns.flatMap((group, j) => (group ? [j] : []));
  const letter = (j: number) => columnLetter(kept.indexOf(j));
  const above = columns.map(() => '');
  assessment.means.above.forEach((lower, k) => {
    const shown = lower.map((other) => compared[other] ?? 0).sort((a, b) => a - b);
    above[compared[k] ?? 0] = shown.map(letter).join(' ');
  });
  return { columns: columns.map((group, j) => (group ? letter(j) : null)), above: [above] };
}

/** For each cell of the assessed table, the columns whose share is lower by more than chance, all by position. */
function pairsOf(table: Table, { columnProportions, dropped }: CellAssessment): number[][][] | null {
  if (!columnProportions) return null;
  const columns = table.columnBases.flatMap((_, j) => (dropped.columns.includes(j) ? [] : [j]));
  const pairs = inTable(table, dropped, (i, j) =>
    (columnProportions.above[i]?.[j] ?? []).flatMap((position) => columns[position] ?? []),
  );
  return pairs.map((row) => row.map((lower) => lower ?? []));
}

/**
 * The letters of a cross table, given to the columns in the order in which they stand; null where they cannot be
 * compared.
 */
export function lettersOf(
  table: Table,
  assessment: CellAssessment | null,
  adjustment: Adjustment = 'holm',
  confidence = 0.95,
): Letters | null {
  if (table.rows.multiple) return lettersOfOptions(table, adjustment, confidence);
  if (table.numbers) return lettersOfMeans(table, table.numbers, assessment);
  if (!assessment || !table.columns) return null;
  const places = scalePlacesOf(table);
  const pairs = pairsOf(arrange(table, places), assessment);
  if (!pairs) return null;
  const gone = assessment.dropped.columns.map((position) => places.columns[position]);
  const kept = table.columnBases.flatMap((_, j) => (gone.includes(j) ? [] : [j]));
  const letter = (j: number) => columnLetter(kept.indexOf(j));
  const above = asShown(pairs, places).map((row) =>
    row.map((lower) =>
      lower
        .map((position) => places.columns[position] ?? position)
        .sort((a, b) => a - b)
        .map(letter)
        .join(' '),
    ),
  );
  return { columns: table.columnBases.map((_, j) => (kept.includes(j) ? letter(j) : null)), above };
}
