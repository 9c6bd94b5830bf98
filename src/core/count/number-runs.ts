import type { GroupNumbers, NumberCounts } from './types.js';

/** Numbers of a group upwards, each once: places in `distinct`, who has it, and what they count as together. */
export interface Runs {
  distinct: Float64Array;
  places: Int32Array;
  respondents: Float64Array;
  /** Null without a weight. */
  weights: { sums: Float64Array; squares: Float64Array } | null;
}

/**
 * Sorted numbers, those that are the same together.
 * @example
 * const entries = { distinct: Float64Array.of(17, 41), places: Int32Array.of(0, 0, 1), weights: null };
 * runsOfEntries(entries).respondents; // [2, 1]
 */
export function runsOfEntries({
  distinct,
  places,
  weights,
}: {
  distinct: Float64Array;
  places: Int32Array;
  weights: Float64Array | null;
}): Runs {
  const starts: number[] = [];
  for (let k = 0; k < places.length; k++) if (k === 0 || places[k] !== places[k - 1]) starts.push(k);
  const ends = [...starts.slice(1), places.length];
  const total = (run: number, of: (k: number) => number) => {
    let sum = 0;
    for (let k = starts[run]!; k < ends[run]!; k++) sum += of(k);
    return sum;
  };
  return {
    distinct,
    places: Int32Array.from(starts, (k) => places[k]!),
    respondents: Float64Array.from(starts, (k, run) => ends[run]! - k),
    weights: weights && {
      sums: Float64Array.from(starts, (_, run) => total(run, (k) => weights[k]!)),
      squares: Float64Array.from(starts, (_, run) => total(run, (k) => weights[k]! ** 2)),
    },
  };
}

/** The midranks of the numbers of a base, by their place in `distinct`. */
export interface Ranks {
  midranks: Float64Array;
  /** Σ(t³ - t) over numbers that t respondents share. */
  ties: number;
}

/** The midranks of numbers: those who share a number share the mean of their ranks. */
function ranksOf({ distinct, places, respondents }: Runs): Ranks {
  const midranks = new Float64Array(distinct.length);
  let [ties, before] = [0, 0];
  places.forEach((place, run) => {
    const shared = respondents[run]!;
    midranks[place] = before + (shared + 1) / 2;
    ties += shared ** 3 - shared;
    before += shared;
  });
  return { midranks, ties };
}

/** Weights that add up to a position are not beyond it for what rounding made of their sum. */
const ROUNDING = 1e-9;

const sumOf = (values: Float64Array) => values.reduce((sum, value) => sum + value, 0);

/**
 * The value at a position among the values of a group, each as often as it counts, counted from 0.
 * @param each what weights are multiplied by to be 1 on average
 */
function valueAt({ distinct, places, respondents, weights }: Runs, position: number, each: number): number {
  let passed = 0;
  for (let run = 0; run < places.length; run++) {
    passed += weights ? each * weights.sums[run]! : respondents[run]!;
    if (position + (weights ? ROUNDING : 0) < passed) return distinct[places[run]!]!;
  }
  return distinct[places.at(-1)!]!;
}

/** A quantile by linear interpolation between order statistics (type 7 of Hyndman and Fan 1996). */
function quantile(runs: Runs, n: number, q: number, each: number): number {
  const h = (n - 1) * q;
  const low = valueAt(runs, Math.floor(h), each);
  return low + (h - Math.floor(h)) * (valueAt(runs, Math.ceil(h), each) - low);
}

/** The mean, with what rounding took from it put back, and the sums of squares about it. */
function about({ distinct, places, respondents, weights }: Runs) {
  const whole = sumOf(weights?.sums ?? respondents);
  const over = (of: (value: number, run: number) => number) =>
    places.reduce((sum, place, run) => sum + of(distinct[place]!, run), 0);
  const sums = weights?.sums ?? respondents;
  const squared = weights?.squares ?? respondents;
  const first = over((value, run) => sums[run]! * value) / whole;
  const mean = first + over((value, run) => sums[run]! * (value - first)) / whole;
  return {
    mean,
    squares: over((value, run) => sums[run]! * (value - mean) ** 2),
    errorSquares: over((value, run) => squared[run]! * (value - mean) ** 2),
    weight: whole,
    weightSquares: sumOf(squared),
  };
}

/**
 * What is told of the numbers of a group; null where there are none.
 * @param ranks of the base that the group is part of, where ranks are told
 * @example
 * const places = Int32Array.of(0, 1);
 * const runs = { distinct: Float64Array.of(17, 41), places, respondents: Float64Array.of(2, 1), weights: null };
 * describeRuns(runs, null).mean; // 25
 */
export function describeRuns(runs: Runs, ranks: Ranks | null): GroupNumbers | null {
  const { distinct, places, respondents, weights } = runs;
  if (places.length === 0) return null;
  const n = sumOf(respondents);
  const moments = about(runs);
  const each = n / moments.weight;
  const median = quantile(runs, n, 0.5, each);
  const sums = weights?.sums ?? respondents;
  const over = (of: (place: number, run: number) => number) =>
    places.reduce((sum, place, run) => sum + of(place, run), 0);
  return {
    n,
    ...moments,
    fromMedian: over((place, run) => sums[run]! * Math.abs(distinct[place]! - median)),
    rankSum: ranks && over((place, run) => respondents[run]! * ranks.midranks[place]!),
    minimum: distinct[places[0]!]!,
    lowerQuartile: quantile(runs, n, 0.25, each),
    median,
    upperQuartile: quantile(runs, n, 0.75, each),
    maximum: distinct[places.at(-1)!]!,
  };
}

/**
 * The numbers of a stratum described: of all in the base first, then of each group.
 * @param base of each group, whether it is in the base: who is outside has no rank in it
 * @example
 * const places = Int32Array.of(0);
 * const runs = { distinct: Float64Array.of(7), places, respondents: Float64Array.of(1), weights: null };
 * describeGroups([runs, runs], [true]).groups[0].mean; // 7
 */
export function describeGroups(all: readonly Runs[], base: readonly boolean[]): NumberCounts {
  const [whole, ...groups] = all;
  const ranks = whole && whole.weights === null ? ranksOf(whole) : null;
  return {
    all: whole ? describeRuns(whole, ranks) : null,
    ties: ranks && ranks.ties,
    groups: groups.map((group, k) => describeRuns(group, base[k] === true ? ranks : null)),
  };
}
