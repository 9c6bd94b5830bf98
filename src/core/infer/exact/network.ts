/**
 * A network of partly filled tables (Mehta and Patel 1983). A node is what is left to be filled after some columns; an
 * arc fills one more column. Every path from the first node to the last is a table with the given margins; its
 * probability is the product of the arcs' and its statistic the sum of theirs.
 */
export interface Network {
  /** From the first column to the last. */
  stages: Stage[];
  /** Arcs looked at while it was built. */
  work: number;
}

/** The arcs that fill one column, node by node. */
export interface Stage {
  /** Arcs of node k are from `start[k]` up to `start[k + 1]`. */
  start: number[];
  /** The node of the next stage that an arc leads to. */
  child: number[];
  /** What the column adds to the statistic. */
  term: number[];
  /** Probability of this filling, given the node. */
  probability: number[];
}

/** Stops a computation whose work passes its budget. */
export class OverBudget extends Error {}

/** Counts work against a budget, and says from time to time how far it has come. */
export class Meter {
  work = 0;
  private next = STRIDE;

  constructor(
    readonly budget: number,
    private readonly progress: ((share: number) => void) | null = null,
  ) {}

  /** @throws OverBudget */
  add(steps: number): void {
    this.work += steps;
    if (this.work > this.budget) throw new OverBudget();
    if (this.progress && this.work >= this.next) {
      this.next = this.work + STRIDE;
      this.progress(this.work / this.budget);
    }
  }
}

const STRIDE = 200_000;
/** Partial statistics are told apart to this many parts of the scale given. */
const GRID = 1e10;
/** Partial tables that are held at once; more would not fit in memory. */
const MOST_HELD = 2_000_000;

interface Bounds {
  least: Float64Array;
  most: Float64Array;
}

/** The least and the most that the columns still to be filled can add, from every node; by backward induction. */
function boundsOf(network: Network): Bounds[] {
  const bounds: Bounds[] = new Array<Bounds>(network.stages.length + 1);
  bounds[network.stages.length] = { least: new Float64Array(1), most: new Float64Array(1) };
  for (let k = network.stages.length - 1; k >= 0; k--) {
    const { start, child, term } = network.stages[k]!;
    const after = bounds[k + 1]!;
    const nodes = start.length - 1;
    const here: Bounds = { least: new Float64Array(nodes), most: new Float64Array(nodes) };
    for (let node = 0; node < nodes; node++) {
      let least = Infinity;
      let most = -Infinity;
      for (let arc = start[node]!; arc < start[node + 1]!; arc++) {
        least = Math.min(least, term[arc]! + after.least[child[arc]!]!);
        most = Math.max(most, term[arc]! + after.most[child[arc]!]!);
      }
      here.least[node] = least;
      here.most[node] = most;
    }
    bounds[k] = here;
  }
  return bounds;
}

/** Partial tables that have the same statistic count as one. */
interface Partly {
  value: number;
  mass: number;
}
type Held = Map<number, Partly>;

/** Puts a partial table among those that are told apart. @returns whether it is another than all before */
function put(held: Held, value: number, mass: number, scale: number): boolean {
  const key = Math.round((value / scale) * GRID);
  const tail = held.get(key);
  if (tail) tail.mass += mass;
  else held.set(key, { value, mass });
  return tail === undefined;
}

/** The ways to fill the columns that are left from a node: what they add, in rising order, and how likely each is. */
interface Tail {
  value: Float64Array;
  mass: Float64Array;
}

/** The tails of one stage from those of the next. */
function tailsBefore({ start, child, term, probability }: Stage, after: readonly Tail[], scale: number): Tail[] {
  return Array.from({ length: start.length - 1 }, (_, node) => {
    const from = start[node]!;
    const to = start[node + 1]!;
    const next = after[child[from]!]!;
    if (to - from === 1 && next.value.length === 1) {
      return {
        value: Float64Array.of(term[from]! + next.value[0]!),
        mass: Float64Array.of(probability[from]! * next.mass[0]!),
      };
    }
    const held: Held = new Map();
    for (let arc = from; arc < to; arc++) {
      const { value, mass } = after[child[arc]!]!;
      for (let k = 0; k < value.length; k++) put(held, term[arc]! + value[k]!, probability[arc]! * mass[k]!, scale);
    }
    const all = [...held.values()].sort((x, y) => x.value - y.value);
    return { value: Float64Array.from(all, (x) => x.value), mass: Float64Array.from(all, (x) => x.mass) };
  });
}

/** How many partial sums the tails of a stage would be made of. */
function tailCost({ start, child }: Stage, after: readonly Tail[]): number {
  let cost = 0;
  for (let arc = 0; arc < start.at(-1)!; arc++) cost += after[child[arc]!]!.value.length;
  return cost;
}

/** How many of a tail's ways keep the statistic within the limit; they are the first ones. */
function within({ value }: Tail, reached: number, limit: number): number {
  let low = 0;
  let high = value.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (reached + value[middle]! <= limit) low = middle + 1;
    else high = middle;
  }
  return low;
}

/**
 * The probability that the statistic is at most `limit`. From the front, stage by stage, partial tables are merged by
 * node and statistic; those whose every completion is within the limit are added whole, those that no completion brings
 * within it are dropped, and only the rest go on. From the back, the ways to fill the last columns are worked out for
 * every node, in order of what they add. Whichever side is cheaper goes a stage further, until the two meet: there each
 * partial table is completed by one look into its node's tail.
 * @param scale the size of the statistic, against which partial sums are told apart
 * @throws OverBudget
 */
export function probabilityUpTo(network: Network, limit: number, scale: number, meter: Meter): number {
  const { stages } = network;
  const bounds = boundsOf(network);
  let held = new Map<number, Held>([[0, new Map([[0, { value: 0, mass: 1 }]])]]);
  let tails: Tail[] = [{ value: Float64Array.of(0), mass: Float64Array.of(1) }];
  // Neumaier's sum, so that millions of small masses keep their digits.
  let sum = 0;
  let lost = 0;
  const collect = (mass: number) => {
    const next = sum + mass;
    lost += sum >= mass ? sum - next + mass : mass - next + sum;
    sum = next;
  };
  const forward = ({ start, child, term, probability }: Stage, after: Bounds) => {
    const next = new Map<number, Held>();
    let size = 0;
    for (const [node, states] of held) {
      const from = start[node]!;
      const to = start[node + 1]!;
      for (const { value, mass } of states.values()) {
        meter.add(to - from);
        for (let arc = from; arc < to; arc++) {
          const goal = child[arc]!;
          const reached = value + term[arc]!;
          if (reached + after.least[goal]! > limit) continue;
          const carried = mass * probability[arc]!;
          if (reached + after.most[goal]! <= limit) {
            collect(carried);
            continue;
          }
          let there = next.get(goal);
          if (!there) next.set(goal, (there = new Map<number, Partly>()));
          if (put(there, reached, carried, scale) && ++size > MOST_HELD) throw new OverBudget();
        }
      }
    }
    held = next;
  };
  let front = 0;
  let back = stages.length;
  let backCost = tailCost(stages[back - 1]!, tails);
  while (front < back && held.size > 0) {
    const { start } = stages[front]!;
    let frontCost = 0;
    for (const [node, states] of held) frontCost += states.size * (start[node + 1]! - start[node]!);
    if (frontCost <= backCost || backCost > MOST_HELD) {
      forward(stages[front]!, bounds[front + 1]!);
      front++;
    } else {
      meter.add(backCost);
      tails = tailsBefore(stages[back - 1]!, tails, scale);
      back--;
      if (back > front) backCost = tailCost(stages[back - 1]!, tails);
    }
  }
  for (const [node, states] of held) {
    meter.add(states.size);
    const tail = tails[node]!;
    const upTo = new Float64Array(tail.mass.length + 1);
    for (let k = 0; k < tail.mass.length; k++) upTo[k + 1] = upTo[k]! + tail.mass[k]!;
    for (const { value, mass } of states.values()) collect(mass * upTo[within(tail, value, limit)]!);
  }
  return Math.min(1, sum + lost);
}
