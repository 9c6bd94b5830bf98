import { type Crosstab, fourCells } from '../crosstab.js';
import { figure } from '../statistic/worked-example.js';

/**
 * Rows are the groups; the first column is what is at risk of happening.
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * risksOf(table); // { first: 0.6667, second: 0.3333, r1: 30, r2: 30 }
 */
export function risksOf(table: Crosstab) {
  const [a, , c] = fourCells(table);
  const [r1, r2] = [table.R[0]!, table.R[1]!];
  return { first: a / r1, second: c / r2, r1, r2 };
}

/** @param table groups in the rows */
export function sharesByHand(table: Crosstab) {
  const [a, , c] = fourCells(table);
  const [r1, r2] = [table.R[0]!, table.R[1]!];
  return {
    first: a / r1,
    second: c / r2,
    line:
      `shares of the two groups: ${figure(a)} / ${figure(r1)} = ${figure(a / r1)}, and ${figure(c)} / ` +
      `${figure(r2)} = ${figure(c / r2)}`,
  };
}
