import { axisOf, type Countable, type Counted, eachCell } from './count.js';
import type { NumberColumn } from './number-column.js';
import type { GroupNumbers, NumberCounts } from './types.js';

/** A column that sorts respondents into groups, and which of its positions are answers. */
interface Grouping {
  column: Countable;
  answers: readonly boolean[];
}

/** Numbers to be described, and what sorts their respondents into groups. */
export interface NumbersAsked extends Omit<Counted, 'filtered'> {
  numbers: Pick<NumberColumn, 'distinct' | 'place'>;
  nest: readonly Grouping[];
  within: Grouping | null;
}

/** Numbers of one group, upwards: places in `distinct`, and what each counts as. */
export interface Entries {
  distinct: Float64Array;
  places: Int32Array;
  weights: Float64Array | null;
}

/** Weights that add up to a position are not beyond it for what rounding made of their sum. */
const ROUNDING = 1e-9;

/**
 * The value at a position among the values of a group, each as often as it counts, counted from 0.
 * @param each what weights are multiplied by to be 1 on average
 */
function valueAt({ distinct, places, weights }: Entries, position: number, each: number): number {
  if (!weights) return distinct[places[position]!]!;
  let passed = 0;
  for (let k = 0; k < places.length; k++) {
    passed += each * weights[k]!;
    if (position + ROUNDING < passed) return distinct[places[k]!]!;
  }
  return distinct[places.at(-1)!]!;
}

/** A quantile by linear interpolation between order statistics (type 7 of Hyndman and Fan 1996). */
function quantile(entries: Entries, q: number, each: number): number {
  const h = (entries.places.length - 1) * q;
  const low = valueAt(entries, Math.floor(h), each);
  return low + (h - Math.floor(h)) * (valueAt(entries, Math.ceil(h), each) - low);
}

/** The mean, with what rounding took from it put back, and the sums of squares about it. */
function about(length: number, value: (k: number) => number, weight: (k: number) => number) {
  let [sum, whole] = [0, 0];
  for (let k = 0; k < length; k++) {
    sum += weight(k) * value(k);
    whole += weight(k);
  }
  let mean = sum / whole;
  let rest = 0;
  for (let k = 0; k < length; k++) rest += weight(k) * (value(k) - mean);
  mean += rest / whole;
  let [squares, errorSquares, weightSquares] = [0, 0, 0];
  for (let k = 0; k < length; k++) {
    const [w, from] = [weight(k), value(k) - mean];
    squares += w * from * from;
    errorSquares += w * w * from * from;
    weightSquares += w * w;
  }
  return { mean, squares, errorSquares, weight: whole, weightSquares };
}

/** The midranks of the numbers of a base, by their place in `distinct`. */
interface Ranks {
  midranks: Float64Array;
  /** Σ(t³ - t) over numbers that t respondents share. */
  ties: number;
}

/** The midranks of sorted places: those who share a number share the mean of their ranks. */
function ranksOf(places: Int32Array, distinct: number): Ranks {
  const midranks = new Float64Array(distinct);
  let ties = 0;
  for (let from = 0; from < places.length;) {
    let to = from + 1;
    while (to < places.length && places[to] === places[from]) to++;
    midranks[places[from]!] = (from + 1 + to) / 2;
    ties += (to - from) ** 3 - (to - from);
    from = to;
  }
  return { midranks, ties };
}

/** What is told of the numbers of a group; null where there are none. */
export function describe(entries: Entries, ranks: Ranks | null = null): GroupNumbers | null {
  const { distinct, places, weights } = entries;
  const n = places.length;
  if (n === 0) return null;
  const value = (k: number) => distinct[places[k]!]!;
  const weightAt = weights ? (k: number) => weights[k]! : () => 1;
  const moments = about(n, value, weightAt);
  const each = n / moments.weight;
  const median = quantile(entries, 0.5, each);
  let [fromMedian, rankSum] = [0, 0];
  for (let k = 0; k < n; k++) {
    fromMedian += weightAt(k) * Math.abs(value(k) - median);
    if (ranks) rankSum += ranks.midranks[places[k]!]!;
  }
  return {
    n,
    ...moments,
    fromMedian,
    rankSum: ranks && rankSum,
    minimum: value(0),
    lowerQuartile: quantile(entries, 0.25, each),
    median,
    upperQuartile: quantile(entries, 0.75, each),
    maximum: value(n - 1),
  };
}

type Sorted = Pick<Entries, 'places' | 'weights'>;

/** Sorts by comparing: for few numbers out of many different ones. */
function byComparing(places: Int32Array, weights: Float64Array | null): Sorted {
  if (!weights) return { places: places.sort(), weights };
  const order = Array.from(places.keys()).sort((a, b) => places[a]! - places[b]!);
  return {
    places: Int32Array.from(order, (k) => places[k]!),
    weights: Float64Array.from(order, (k) => weights[k]!),
  };
}

/** Sorts by counting how often each place occurs: one pass over the numbers, and one over the places. */
function byCounting(places: Int32Array, weights: Float64Array | null, distinct: number): Sorted {
  const starts = new Int32Array(distinct + 1);
  for (let k = 0; k < places.length; k++) starts[places[k]! + 1]!++;
  for (let place = 0; place < distinct; place++) starts[place + 1]! += starts[place]!;
  const sorted = { places: new Int32Array(places.length), weights: weights && new Float64Array(places.length) };
  for (let k = 0; k < places.length; k++) {
    const at = starts[places[k]!]!++;
    sorted.places[at] = places[k]!;
    if (sorted.weights) sorted.weights[at] = weights![k]!;
  }
  return sorted;
}

/** Numbers upwards, each with what it counts as. */
const sorted = (places: Int32Array, weights: Float64Array | null, distinct: number): Sorted =>
  distinct > 2 * places.length ? byComparing(places, weights) : byCounting(places, weights, distinct);

/** Cells of a nest, row-major, of which each respondent of its base is in one. */
function baseOf(nest: readonly Grouping[]): boolean[] {
  return nest.reduce<boolean[]>(
    (base, { answers }) => base.flatMap((isAbove) => answers.map((isAnswer) => isAbove && isAnswer)),
    [true],
  );
}

/** Which groups a respondent in a cell is in: of each stratum the whole is its first group, cells stand behind it. */
function groupsOf(nest: readonly Grouping[], within: Grouping | null) {
  const base = baseOf(nest);
  const width = base.length + 1;
  const depth = within ? within.answers.length : 1;
  const each = (cell: number, put: (group: number) => void) => {
    const [at, slot] = [Math.floor(cell / depth), cell % depth];
    const strata = within ? [...(within.answers[slot] === true ? [0] : []), slot + 1] : [0];
    for (const stratum of strata) {
      put(stratum * width + 1 + at);
      if (base[at] === true) put(stratum * width);
    }
  };
  const strata = within ? depth + 1 : 1;
  const lists = Array.from({ length: base.length * depth }, (_, cell) => {
    const list: number[] = [];
    each(cell, (group) => list.push(group));
    return list;
  });
  return { base, width, strata, lists };
}

/** Numbers upwards by group: of each stratum all in the base of the nest first, then each of its cells. */
export interface NumberEntries {
  /** Groups of one stratum: the whole, and the cells of the nest. */
  width: number;
  strata: number;
  /** Of each cell of the nest, whether it is in the base. */
  base: readonly boolean[];
  /** Strata by groups. */
  entries: Entries[];
}

/** The numbers of respondents, sorted upwards in each group. */
export function numberEntries({ numbers, nest, within, respondents, mask, weight }: NumbersAsked): NumberEntries {
  const { distinct, place } = numbers;
  const { base, width, strata, lists } = groupsOf(nest, within);
  const columns = [...nest, ...(within ? [within] : [])].map(({ column }) => column);
  const everyone = (visit: (cell: number, respondent: number) => void) => {
    const counted = (cell: number, k: number) => {
      if (place[k] !== -1) visit(cell, k);
    };
    eachCell(columns, columns.map(axisOf), mask, respondents, counted);
  };
  const ends = new Int32Array(width * strata + 1);
  everyone((cell) => {
    for (const group of lists[cell]!) ends[group + 1]!++;
  });
  for (let group = 0; group < width * strata; group++) ends[group + 1]! += ends[group]!;
  const filled = ends.slice();
  const places = new Int32Array(ends.at(-1)!);
  const weights = weight && new Float64Array(places.length);
  everyone((cell, k) => {
    for (const group of lists[cell]!) {
      const at = filled[group]!++;
      places[at] = place[k]!;
      if (weights) weights[at] = weight[k]!;
    }
  });
  const part = <T extends Int32Array | Float64Array>(values: T, group: number) =>
    values.subarray(ends[group], ends[group + 1]) as T;
  const entries = Array.from({ length: width * strata }, (_, group): Entries => ({
    distinct,
    ...sorted(part(places, group), weights && part(weights, group), distinct.length),
  }));
  return { width, strata, base, entries };
}

/**
 * The numbers of respondents described in groups: of each cell of a nest, and of all in its base; within a further
 * variable first of everybody with an answer to it, and then of each of its positions.
 * @example
 * const age = { kind: 'coded', values: Uint8Array.of(2, 1, 0), codes: ['41', '17'] };
 * const numbers = numberColumn(age, 'Age', []);
 * numberGroups({ numbers, nest: [], within: null, respondents: 3, mask: null, weight: null })[0].all.mean; // 29
 */
export function numberGroups(asked: NumbersAsked): NumberCounts[] {
  const { width, strata, base, entries } = numberEntries(asked);
  return Array.from({ length: strata }, (_, stratum): NumberCounts => {
    const own = entries.slice(stratum * width, (stratum + 1) * width);
    const ranks = asked.weight ? null : ranksOf(own[0]!.places, asked.numbers.distinct.length);
    // Who is outside the base has no rank in it.
    const [all = null, ...groups] = own.map((group, k) =>
      describe(group, k === 0 || base[k - 1] === true ? ranks : null),
    );
    return { all, ties: ranks && ranks.ties, groups };
  });
}
