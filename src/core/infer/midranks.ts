/**
 * Midranks of categories from their totals: the mean place of their respondents, all put in order.
 * @example midranks([3, 2, 1]) // [2, 4.5, 6]
 */
export function midranks(totals: readonly number[]): number[] {
  let below = 0;
  return totals.map((total) => {
    const rank = below + (total + 1) / 2;
    below += total;
    return rank;
  });
}
