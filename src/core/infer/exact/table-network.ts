import { logFactorial } from '../../numerics/distributions.js';
import type { Meter, Network, Stage } from './network.js';

/** A statistic that is a sum over cells. */
export interface CellStatistic {
  /** What x respondents in row i and column j add. */
  term: (x: number, i: number, j: number) => number;
  /** Rows of the same kind can be exchanged without changing the statistic. */
  kind: (i: number) => number;
}

/** Arcs from one node to the same next node are one where their terms differ by less than this. */
const SAME = 1e-11;

/** What is left of each row at the nodes of one stage, `rows` numbers a node, numbered as they are met. */
class Nodes {
  readonly remaining: number[] = [];
  private readonly byNumber = new Map<number, number>();
  private readonly byText = new Map<string, number>();
  /**
   * What a row's remaining total is multiplied by so that all together are one number; null where that is too large.
   */
  private readonly radix: readonly number[] | null;

  constructor(private readonly R: readonly number[]) {
    let product = 1;
    const radix = R.map((total) => (product *= total + 1) / (total + 1));
    this.radix = product < Number.MAX_SAFE_INTEGER ? radix : null;
  }

  get size(): number {
    return this.remaining.length / this.R.length;
  }

  numberOf(left: Int32Array): number {
    const rows = this.R.length;
    let number: number | undefined;
    if (this.radix) {
      let key = 0;
      for (let i = 0; i < rows; i++) key += left[i]! * this.radix[i]!;
      number = this.byNumber.get(key);
      if (number === undefined) this.byNumber.set(key, this.size);
    } else {
      const key = left.join();
      number = this.byText.get(key);
      if (number === undefined) this.byText.set(key, this.size);
    }
    if (number !== undefined) return number;
    for (let i = 0; i < rows; i++) this.remaining.push(left[i]!);
    return this.size - 1;
  }
}

/** Puts the remaining totals of rows that can be exchanged in order, in place, so that alike nodes are one. */
function tidier(kinds: readonly number[]): ((left: Int32Array) => void) | null {
  const groups = [...new Set(kinds)]
    .map((kind) => kinds.flatMap((value, i) => (value === kind ? [i] : [])))
    .filter(({ length }) => length > 1);
  if (groups.length === 0) return null;
  return (left) => {
    for (const group of groups) {
      // Insertion sort: the groups are short and mostly in order.
      for (let k = 1; k < group.length; k++) {
        const value = left[group[k]!]!;
        let at = k - 1;
        for (; at >= 0 && left[group[at]!]! > value; at--) left[group[at + 1]!] = left[group[at]!]!;
        left[group[at + 1]!] = value;
      }
    }
  };
}

/** How many ways there are to share `total` out over rows that can take so many each; Infinity past all use. */
function fillings(rooms: readonly number[], total: number): number {
  let ways = new Float64Array(total + 1);
  ways[0] = 1;
  for (const room of rooms) {
    const next = new Float64Array(total + 1);
    let window = 0;
    for (let sum = 0; sum <= total; sum++) {
      window += ways[sum]!;
      if (sum > room) window -= ways[sum - room - 1]!;
      next[sum] = window;
    }
    ways = next;
  }
  return ways[total]!;
}

/** Above this many respondents times cells not even the fillings are counted; no network could be that large. */
const MOST_COUNTED = 5_000_000;

/**
 * About how many arcs the network has at the very least: for each column, the nodes before it (all of them ways to
 * share out what has been filled, the rows' permutations counting once) times the fillings from a typical one.
 */
export function arcsAtLeast(R: readonly number[], C: readonly number[]): number {
  const N = R.reduce((a, b) => a + b, 0);
  if (N * R.length * C.length > MOST_COUNTED) return Infinity;
  const permutations = R.reduce((product, _, i) => product * (i + 1), 1);
  const order = [...C].sort((a, b) => b - a);
  let filled = 0;
  let arcs = 0;
  order.slice(0, -1).forEach((total) => {
    const typical = R.map((r) => Math.floor((r * (N - filled)) / N));
    const nodes = Math.max(1, fillings(R, filled) / permutations);
    arcs +=
      nodes *
      Math.max(
        1,
        fillings(
          typical,
          Math.min(
            total,
            typical.reduce((a, b) => a + b, 0),
          ),
        ),
      );
    filled += total;
  });
  return arcs;
}

/**
 * The network of all tables with these margins. A node holds what is left of each row; a column is filled with its
 * multivariate hypergeometric probability, so that the paths' probabilities are those of the tables.
 * @param R totals of the rows, the smallest first; the fewer rows, the fewer nodes
 * @param C totals of the columns
 * @throws OverBudget
 */
export function tableNetwork(
  R: readonly number[],
  C: readonly number[],
  statistic: CellStatistic,
  meter: Meter,
): Network {
  const rows = R.length;
  const tidy = tidier(R.map((_, i) => statistic.kind(i)));
  const order = C.map((_, j) => j).sort((a, b) => C[b]! - C[a]!);
  const logs = Float64Array.from({ length: Math.max(...R, ...C) + 1 }, (_, x) => logFactorial(x));
  const stages: Stage[] = [];
  let nodes = new Nodes(R);
  const left = Int32Array.from(R);
  tidy?.(left);
  nodes.numberOf(left);
  for (const j of order) {
    const total = C[j]!;
    const next = new Nodes(R);
    const stage: Stage = { start: [0], child: [], term: [], probability: [] };
    const { child, term, probability } = stage;
    const terms = R.map((r, i) =>
      Float64Array.from({ length: Math.min(r, total) + 1 }, (_, x) => statistic.term(x, i, j)),
    );
    // The arcs of the node under way that lead to a next node: its last one, and from each arc the one before.
    const lastArc = new Map<number, number>();
    const before: number[] = [];
    const from = new Int32Array(rows);
    const filled = new Int32Array(rows);
    const goal = new Int32Array(rows);
    const room = new Int32Array(rows + 1);
    const arrive = (sum: number, log: number): void => {
      meter.add(1);
      for (let i = 0; i < rows; i++) goal[i] = from[i]! - filled[i]!;
      tidy?.(goal);
      const number = next.numberOf(goal);
      const chance = Math.exp(log);
      if (tidy) {
        const last = lastArc.get(number);
        for (let arc = last ?? -1; arc >= 0; arc = before[arc]!) {
          if (Math.abs(term[arc]! - sum) > SAME * (1 + Math.abs(sum))) continue;
          probability[arc]! += chance;
          return;
        }
        before[child.length] = last ?? -1;
        lastArc.set(number, child.length);
      }
      child.push(number);
      term.push(sum);
      probability.push(chance);
    };
    const fill = (i: number, open: number, sum: number, log: number): void => {
      const most = from[i]!;
      if (i === rows - 1) {
        filled[i] = open;
        arrive(sum + terms[i]![open]!, log + logs[most]! - logs[open]! - logs[most - open]!);
        return;
      }
      const end = Math.min(open, most);
      for (let x = Math.max(0, open - room[i + 1]!); x <= end; x++) {
        filled[i] = x;
        fill(i + 1, open - x, sum + terms[i]![x]!, log + logs[most]! - logs[x]! - logs[most - x]!);
      }
    };
    for (let node = 0; node < nodes.size; node++) {
      for (let i = 0; i < rows; i++) from[i] = nodes.remaining[node * rows + i]!;
      for (let i = rows - 1; i >= 0; i--) room[i] = room[i + 1]! + from[i]!;
      lastArc.clear();
      const rest = room[0]! - total;
      fill(0, total, 0, logFactorial(total) + logFactorial(rest) - logFactorial(room[0]!));
      stage.start.push(child.length);
    }
    stages.push(stage);
    nodes = next;
  }
  return { stages, work: meter.work };
}

/**
 * The network of all ways in which N respondents can fall into categories with these shares. A node is how many are
 * left; a category is filled with its binomial probability given those before it.
 * @param shares above 0, adding up to 1
 * @throws OverBudget
 */
export function oneWayNetwork(
  N: number,
  shares: readonly number[],
  term: (x: number, k: number) => number,
  meter: Meter,
): Network {
  const stages: Stage[] = [];
  let nodes = [N];
  shares.forEach((share, k) => {
    const last = k === shares.length - 1;
    const rest = shares.slice(k).reduce((a, b) => a + b, 0);
    const hit = Math.log(share / rest);
    const miss = last ? 0 : Math.log((rest - share) / rest);
    const numbers = new Map<number, number>();
    const next: number[] = [];
    const stage: Stage = { start: [0], child: [], term: [], probability: [] };
    for (const left of nodes) {
      for (let x = last ? left : 0; x <= left; x++) {
        meter.add(1);
        const goal = left - x;
        let number = numbers.get(goal);
        if (number === undefined) {
          number = next.length;
          numbers.set(goal, number);
          next.push(goal);
        }
        const ways = logFactorial(left) - logFactorial(x) - logFactorial(goal);
        stage.child.push(number);
        stage.term.push(term(x, k));
        stage.probability.push(last ? 1 : Math.exp(ways + x * hit + goal * miss));
      }
      stage.start.push(stage.child.length);
    }
    stages.push(stage);
    nodes = next;
  });
  return { stages, work: meter.work };
}
