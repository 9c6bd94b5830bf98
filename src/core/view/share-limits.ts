import { wilson, wilsonOfShare } from '../infer/wilson.js';
import { effectiveBase, isUneven } from '../table/share.js';
import type { Table, Totals } from '../table/table.js';

/** Of one cell, or of its row over all columns (`j` null), and of the base that it is a share of. */
const partAndBase = ({ cells, rowTotals, columnBases, base }: Totals, i: number, j: number | null) =>
  j === null ? ([rowTotals[i] ?? 0, base] as const) : ([cells[i]?.[j] ?? 0, columnBases[j] ?? 0] as const);

/**
 * The limits of a cell's share of its column, 0 to 1: Wilson's score interval (Wilson 1927); null where nobody is in
 * the column. With a weight it is that of so many respondents as would give the variance that the share has by
 * linearisation, p(1-p)/v (Korn and Graubard 1998), v = n/(n-1) · [(1-p)² Σw² of the cell + p² Σw² of the rest]/W²;
 * and of the effective base, W²/Σw², where the share is 0 or 1.
 * @param j null: all columns together
 * @example
 * const table = { base: 20, rowTotals: [10, 10], cells: [[10], [10]], columnBases: [20], weighted: null };
 * shareLimits(table, 0, null, 0.95); // { lower: 0.2993, upper: 0.7007 }
 */
export function shareLimits(table: Table, i: number, j: number | null, confidence: number) {
  const [count, respondents] = partAndBase(table, i, j);
  if (respondents === 0) return null;
  const { weighted } = table;
  if (!weighted || !isUneven(table)) return wilson(count, respondents, confidence);
  const [sum, base] = partAndBase(weighted.sums, i, j);
  const [square, squares] = partAndBase(weighted.squares, i, j);
  if (!(base > 0)) return null;
  const p = Math.min(1, sum / base);
  const n = table.base;
  const variance = ((n / (n - 1)) * ((1 - p) ** 2 * square + p ** 2 * (squares - square))) / base ** 2;
  const alike = variance > 0 ? (p * (1 - p)) / variance : effectiveBase(table, j);
  return wilsonOfShare(p, alike, confidence);
}
