import { AT, kernel } from './kernel/kernel.js';
import { layMask, layWeights, stretchesOf } from './kernel/stretch.js';
import type { CountArray } from './types.js';

/** The least and the greatest weight of some respondents; Infinity and 0 where nobody has one. */
export interface WeightSpan {
  least: number;
  most: number;
}

/** Weights, and who has one that can be used. */
export interface Usable extends WeightSpan {
  values: Float64Array;
  /** 1 where a respondent is inside the filter and has a weight above 0. */
  mask: Uint8Array;
  /** Respondents inside the filter whose weight is blank or not above 0. */
  without: number;
}

/**
 * Who of those inside the filter has a weight above 0.
 * @example usableWeights(Float64Array.of(2, NaN, 0.5), null, 3).without // 1
 */
export function usableWeights(values: Float64Array, mask: Uint8Array | null, respondents: number): Usable {
  const own = kernel(0);
  const kept = new Uint8Array(respondents);
  const span = AT.span / 8;
  own.numbers.set([Infinity, 0], span);
  let without = 0;
  for (const stretch of stretchesOf(respondents)) {
    layMask(own, stretch, mask);
    layWeights(own, stretch, values);
    without += own.loops.keepWeighted(AT.weights, AT.mask, stretch.length, AT.span);
    kept.set(own.bytes.subarray(AT.mask, AT.mask + stretch.to - stretch.from), stretch.from);
  }
  return { values, mask: kept, without, least: own.numbers[span]!, most: own.numbers[span + 1]! };
}

/**
 * Whether all who have a weight have one and the same: they are counted without it then, and the counts are multiplied
 * by it. A product is exact where a long sum is not, and shows that it is the same.
 * @example isEven({ least: 2, most: 2 }) // true
 */
export const isEven = ({ least, most }: WeightSpan): boolean => least >= most;

/**
 * What was counted without a weight, as it is with one and the same for all.
 * @example
 * const counted = { respondents: [3], together: null };
 * weighedEvenly(counted, { least: 2, most: 2 }).weights; // { sums: [6], squares: [12] }
 */
export function weighedEvenly<T extends Pick<CountArray, 'respondents' | 'together' | 'nets' | 'ranks'>>(
  counts: T,
  { most }: WeightSpan,
): T & Pick<CountArray, 'weights'> {
  const times = (values: readonly number[], by: number) => values.map((value) => value * by);
  const weighed = (values: readonly number[]) => ({
    sums: times(values, most),
    squares: times(values, most * most),
  });
  const { respondents, together, nets, ranks } = counts;
  return {
    ...counts,
    weights: weighed(respondents),
    together: together && weighed(together.sums),
    ...(nets && { nets: { ...nets, weights: weighed(nets.respondents) } }),
    ...(ranks && { ranks: times(ranks, most) }),
  };
}
