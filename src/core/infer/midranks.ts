/** Midranks of categories from their totals: the mean place of their respondents, all put in order. */
export function midranks(totals: readonly number[]): number[] {
  let below = 0;
  return totals.map((total) => {
    const rank = below + (total + 1) / 2;
    below += total;
    return rank;
  });
}
