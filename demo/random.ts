import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Seeded draws, so that the demo data is the same wherever it is made. */
export interface Draws {
  /** Even over [0, 1). */
  even: () => number;
  /** Standard normal. */
  normal: () => number;
  /** True with this probability. */
  chance: (p: number) => boolean;
  /** A position, by weight. */
  pick: (weights: readonly number[]) => number;
}

export function draws(seed: number): Draws {
  const generator = xoroshiro128plus(seed);
  const even = () => uniformFloat64(generator);
  return {
    even,
    normal: () => Math.sqrt(-2 * Math.log(1 - even())) * Math.cos(2 * Math.PI * even()),
    chance: (p) => even() < p,
    pick: (weights) => {
      let left = even() * weights.reduce((sum, weight) => sum + weight, 0);
      for (let k = 0; k < weights.length; k++) {
        left -= weights[k] ?? 0;
        if (left < 0) return k;
      }
      return weights.length - 1;
    },
  };
}
