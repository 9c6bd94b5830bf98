import { type Crosstab, eachCell } from '../crosstab.js';
import type { Direction } from './direction.js';
import { measured, type MeasureResult } from './result.js';

/** The entropy of a margin in nats, and its derivative in a total. */
function entropy(totals: readonly number[], N: number) {
  const value = -totals.reduce((sum, total) => sum + (total / N) * Math.log(total / N), 0);
  return { value, slope: (k: number) => (-Math.log(totals[k]! / N) - value) / N };
}

/**
 * Theil's uncertainty coefficient (Theil 1970): the share of one variable's entropy that the other removes;
 * symmetric, twice the shared information over the sum of both entropies. 0 ln 0 = 0.
 */
export function uncertainty(table: Crosstab, direction: Direction, confidence: number): MeasureResult {
  const { n, R, C, N } = table;
  let shared = 0;
  const information = (value: number, i: number, j: number) => Math.log((value / R[i]!) * (N / C[j]!));
  eachCell(table, (value, i, j) => {
    if (value > 0) shared += (value / N) * information(value, i, j);
  });
  shared = Math.max(0, shared);
  const rows = entropy(R, N);
  const columns = entropy(C, N);
  const whole = { rows: rows.value, columns: columns.value, symmetric: (rows.value + columns.value) / 2 }[direction];
  const value = shared / whole;
  const wholeSlope = (i: number, j: number) =>
    ({ rows: rows.slope(i), columns: columns.slope(j), symmetric: (rows.slope(i) + columns.slope(j)) / 2 })[direction];
  return measured(
    table,
    value,
    (i, j) => ((information(n[i]![j]!, i, j) - shared) / N - value * wholeSlope(i, j)) / whole,
    confidence,
  );
}
