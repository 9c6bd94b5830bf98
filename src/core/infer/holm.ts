/**
 * Holm's step-down adjustment of p-values (Holm 1979): sorted upwards, the k-th of m is multiplied by m - k + 1, made
 * monotone, and held at 1. Returned in the order given.
 */
export function holm(p: readonly number[]): number[] {
  const order = p.map((_, k) => k).sort((a, b) => (p[a] ?? 0) - (p[b] ?? 0));
  const adjusted = new Array<number>(p.length).fill(0);
  let floor = 0;
  order.forEach((position, rank) => {
    floor = Math.max(floor, Math.min(1, (p[position] ?? 0) * (p.length - rank)));
    adjusted[position] = floor;
  });
  return adjusted;
}
