/** How p-values of a family of tests are made to hold together. */
export const ADJUSTMENTS = ['holm', 'bonferroni', 'benjamini-hochberg'] as const;
export type Adjustment = (typeof ADJUSTMENTS)[number];

const upwards = (p: readonly number[]) => p.map((_, k) => k).sort((a, b) => p[a]! - p[b]!);

/**
 * Holm's step-down adjustment (Holm 1979): sorted upwards, the k-th of m is multiplied by m - k + 1, made monotone, and
 * held at 1. Returned in the order given.
 * @example holm([0.01, 0.04, 0.03]) // [0.03, 0.06, 0.06]
 */
export function holm(p: readonly number[]): number[] {
  const adjusted = new Array<number>(p.length).fill(0);
  let floor = 0;
  upwards(p).forEach((position, rank) => {
    floor = Math.max(floor, Math.min(1, p[position]! * (p.length - rank)));
    adjusted[position] = floor;
  });
  return adjusted;
}

/** Bonferroni's adjustment: each p times the number of tests, held at 1 (Dunn 1961). */
function bonferroni(p: readonly number[]): number[] {
  return p.map((value) => Math.min(1, value * p.length));
}

/**
 * Benjamini and Hochberg's step-up adjustment (1995), which holds the share of false discoveries: sorted downwards, the
 * k-th smallest of m is multiplied by m/k, and made monotone.
 */
function benjaminiHochberg(p: readonly number[]): number[] {
  const adjusted = new Array<number>(p.length).fill(0);
  let ceiling = 1;
  upwards(p)
    .map((position, rank) => ({ position, rank }))
    .reverse()
    .forEach(({ position, rank }) => {
      ceiling = Math.min(ceiling, (p[position]! * p.length) / (rank + 1));
      adjusted[position] = ceiling;
    });
  return adjusted;
}

/**
 * Adjusts a family of p-values.
 * @example adjust([0.01, 0.04], 'bonferroni') // [0.02, 0.08]
 */
export function adjust(p: readonly number[], by: Adjustment): number[] {
  return { holm, bonferroni, 'benjamini-hochberg': benjaminiHochberg }[by](p);
}
