import { Fault } from '../fault.js';
import type { TableRequest } from './requests.js';

type Cells = readonly (readonly number[])[];

/**
 * A request about those whose codes are on the scale, the others nowhere in it: what reads an order is worked out of
 * this one.
 * @throws Fault naming a position that the table does not have
 * @example
 * const counts = [[20, 10], [10, 20], [5, 9]];
 * onScale({ counts, offScale: { rows: [2] } }).counts; // [[20, 10], [10, 20], [0, 0]]
 */
export function onScale(request: TableRequest): TableRequest {
  const { offScale, ...rest } = request;
  if (!offScale) return request;
  const { rows = [], columns = [] } = offScale;
  for (const [field, positions, length] of [
    ['rows', rows, request.counts.length],
    ['columns', columns, request.counts[0]?.length ?? 0],
  ] as const)
    if (positions.some((position) => position >= length))
      throw new Fault(
        'invalid',
        `The table has ${length} ${field}, and ${Math.max(...positions) + 1} is said to be off the scale.`,
        'Count positions from 0.',
        { field: `offScale.${field}` },
      );
  const without = (cells: Cells) =>
    cells.map((line, i) => line.map((value, j) => (rows.includes(i) || columns.includes(j) ? 0 : value)));
  const { counts, weights } = rest;
  return {
    ...rest,
    counts: without(counts),
    weights: weights && { sums: without(weights.sums), squares: without(weights.squares) },
  };
}
