import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Numbers by chance, the same for the same seed: an attack that found something can be made again. */
export interface Chance {
  /** A whole number from 0 to `most`. */
  upTo: (most: number) => number;
  pick: <T>(of: readonly T[]) => T;
}

export function chance(seed: number): Chance {
  const generator = xoroshiro128plus(seed);
  const upTo = (most: number) => uniformInt(generator, 0, Math.max(0, most));
  return { upTo, pick: (of) => of[upTo(of.length - 1)]! };
}
