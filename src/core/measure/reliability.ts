import type { Reliability } from '../recode/proof-shape.js';

/** What is smaller than this part of what it is compared with is rounding, not a figure. */
const ROUNDING = 1e-12;

/**
 * How items of a score go together: Cronbach's alpha = k/(k-1) · (1 - sum of the items' variances / variance of their
 * sum) (Cronbach 1951, eq. 2), the correlation of each item with the sum of the others, and alpha without it.
 * @param n respondents who answered all items
 * @param sums of each item over them
 * @param products of each pair of items over them, item i with item j at `i * items + j`; taken about `shift`, which
 * keeps far-off values from swallowing their differences
 * @param labels of the items, in their order
 * @returns null for fewer than two items or respondents
 * @example
 * // Two items of three respondents: 1 1, 2 2 and 3 3.
 * reliability(3, Float64Array.of(6, 6), Float64Array.of(14, 14, 14, 14), ['a', 'b'], [0, 0]).alpha; // 1
 */
export function reliability(
  n: number,
  sums: Float64Array,
  products: Float64Array,
  labels: readonly string[],
  shift: readonly number[],
): Reliability | null {
  const k = labels.length;
  if (k < 2 || n < 2) return null;
  const covariance = (i: number, j: number) => (products[i * k + j]! - (sums[i]! * sums[j]!) / n) / (n - 1);
  const variances = labels.map((_, i) => Math.max(0, covariance(i, i)));
  const withAll = labels.map((_, i) => labels.reduce((sum, _item, j) => sum + covariance(i, j), 0));
  const total = withAll.reduce((sum, value) => sum + value, 0);
  const spread = variances.reduce((sum, value) => sum + value, 0);
  const alphaOf = (items: number, itemSpread: number, sumSpread: number) =>
    items < 2 || !(sumSpread > ROUNDING * itemSpread) ? null : (items / (items - 1)) * (1 - itemSpread / sumSpread);
  return {
    respondents: n,
    alpha: alphaOf(k, spread, total),
    items: labels.map((label, i): Reliability['items'][number] => {
      const variance = variances[i]!;
      // Of the sum of the others: its covariance with the item, and its own variance.
      const shared = withAll[i]! - variance;
      const others = total - 2 * shared - variance;
      return {
        label,
        mean: sums[i]! / n + shift[i]!,
        sd: Math.sqrt(variance),
        rest: variance > 0 && others > ROUNDING * spread ? correlation(shared, variance * others) : null,
        alphaWithout: alphaOf(k - 1, spread - variance, others),
      };
    }),
  };
}

/** A correlation, and 0 where only rounding is left of the covariance: its sign would be an accident. */
function correlation(covariance: number, variances: number): number {
  const r = covariance / Math.sqrt(variances);
  return Math.abs(r) < ROUNDING ? 0 : r;
}
