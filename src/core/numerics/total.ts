/**
 * Adds numbers up, from the first to the last.
 * @example total([1, 2, 3.5]) // 6.5
 */
export function total(values: Iterable<number>): number {
  let sum = 0;
  for (const value of values) sum += value;
  return sum;
}
