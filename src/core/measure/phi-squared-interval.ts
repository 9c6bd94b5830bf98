import type { Crosstab } from '../crosstab.js';
import { degreesOfFreedom, pearsonStatistic } from '../infer/pearson.js';
import { raoScottParts } from '../infer/rao-scott.js';
import { noncentralityFor } from '../numerics/noncentral.js';
import { perTable } from '../per-table.js';

/** X² as a noncentral chi-square variable: its value, its degrees of freedom, and what its noncentrality stands for. */
export interface ChiSquareScale {
  statistic: number;
  df: number;
  /** phi² of the population for one unit of noncentrality. */
  unit: number;
}

/**
 * The scale on which the interval of X²/N is found. Unweighted: X² has df (r - 1)(c - 1) and noncentrality N phi².
 * Weighted: X²/(m (1 + a²)), with m the mean and a the coefficient of variation of the generalised design effects, is
 * close to chi-square with D/(1 + a²) degrees of freedom (Rao and Scott 1984). Null where a weighted table leaves no
 * room for chance.
 */
export const chiSquareScale = perTable((table: Crosstab): ChiSquareScale | null => {
  if (!table.survey) {
    return { statistic: pearsonStatistic(table), df: degreesOfFreedom(table), unit: 1 / table.N };
  }
  const { pearson, trace, squares, n } = raoScottParts(table);
  if (!(trace > 0) || !(squares > 0)) return null;
  const scale = squares / trace;
  return { statistic: pearson / scale, df: trace ** 2 / squares, unit: scale / n };
});

/** Ends of an interval of phi², the mean square contingency of the population. */
export interface PhiSquaredInterval {
  lower: number;
  upper: number;
}

/** Intervals that are known of a table, by their confidence. */
const intervals = perTable(() => new Map<number, PhiSquaredInterval>());

/**
 * The interval of phi² by inverting the noncentral chi-square distribution of X² (Smithson 2003, chapter 4): the
 * noncentralities at which X² stands at the upper and the lower end of its distribution; 0 where there is none. With
 * equal tails the lower end is 0 while p is above (1 - confidence)/2.
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * phiSquaredInterval(table, 0.95); // { lower: 0.006197, upper: 0.3438 }
 */
export function phiSquaredInterval(table: Crosstab, confidence: number): PhiSquaredInterval | null {
  const scale = chiSquareScale(table);
  if (!scale) return null;
  const interval = intervals(table);
  let ends = interval.get(confidence);
  if (!ends) {
    const { statistic, df, unit } = scale;
    const tail = (1 - confidence) / 2;
    const end = (probability: number) => noncentralityFor(statistic, df, probability) * unit;
    interval.set(confidence, (ends = { lower: end(1 - tail), upper: end(tail) }));
  }
  return ends;
}

/**
 * The lower end that gives the whole of 1 - confidence to itself: above 0 just where the test rejects.
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * oneSidedPhiSquared(table, 0.95); // 0.01457
 */
export function oneSidedPhiSquared(table: Crosstab, confidence: number): number {
  const scale = chiSquareScale(table);
  return scale ? noncentralityFor(scale.statistic, scale.df, confidence) * scale.unit : 0;
}
