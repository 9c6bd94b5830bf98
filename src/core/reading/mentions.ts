import type { Mentions } from '../statistic/mentions.js';
import { figuresOf, isUneven } from '../table/share.js';
import type { Table, Totals } from '../table/table.js';

/** The options of a table by its groups, as the overall test takes them. */
export function mentionsOfTable(table: Table): Mentions {
  const rows = table.rows.categories.flatMap(({ kind }, i) => (kind === 'option' ? [i] : []));
  const weighted = isUneven(table);
  return {
    options: rows.length,
    weighted,
    groups: table.columnBases.map((n, j) => {
      // Without the pairs only the options' own tests can be made, which look at the diagonal alone.
      const diagonal = ({ cells }: Totals) =>
        rows.map((i, a) => rows.map((_, b) => (a === b ? (cells[i]?.[j] ?? 0) : 0)));
      if (weighted && table.weighted) {
        const { sums, squares } = table.weighted;
        const pairs = table.together?.[j] ?? { sums: diagonal(sums), squares: diagonal(squares) };
        return {
          n,
          weight: sums.columnBases[j] ?? 0,
          square: squares.columnBases[j] ?? 0,
          together: pairs.sums,
          squares: pairs.squares,
        };
      }
      // One weight for all is taken out again.
      const each = table.base > 0 ? figuresOf(table).base / table.base : 1;
      const together = table.together?.[j]?.sums.map((line) => line.map((sum) => Math.round(sum / each)));
      return { n, weight: n, square: n, together: together ?? diagonal(table), squares: together ?? diagonal(table) };
    }),
  };
}
