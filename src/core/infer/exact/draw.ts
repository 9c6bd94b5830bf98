import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { logFactorial } from '../../numerics/distributions.js';

/** A source of numbers from 0 up to 1, the same for the same seed. */
export type Random = () => number;

/**
 * @example seeded(1)() === seeded(1)() // true
 */
export function seeded(seed: number): Random {
  const generator = xoroshiro128plus(seed);
  return () => uniformFloat64(generator);
}

/** Under this many draws from an urn they are made one by one. */
const ONE_BY_ONE = 10;

/** Constants of the ratio of uniforms: 2 sqrt(2/e) and 3 - 2 sqrt(3/e). */
const WIDTH = 1.7155277699214135;
const SHIFT = 0.8989161620588988;

/** An urn emptied ball by ball (Kachitvichyanukul and Schmeiser 1985, algorithm HYP). */
function oneByOne(good: number, bad: number, sample: number, random: Random): number {
  const fewer = Math.min(good, bad);
  const rest = good + bad - sample;
  let left = fewer;
  for (let k = sample; k > 0 && left > 0; k--) left -= Math.floor(random() + left / (rest + k));
  const taken = fewer - left;
  return good > bad ? sample - taken : taken;
}

/**
 * A whole number from 0 up to `end` by the ratio of uniforms, with Stadlober's bounds (1990) for hypergeometric and
 * binomial numbers; its time does not grow with their size.
 * @param log logarithm of the weight of k, up to a constant
 */
function byRatio(
  mean: number,
  variance: number,
  mode: number,
  end: number,
  log: (k: number) => number,
  random: Random,
): number {
  const centre = mean + 0.5;
  const spread = Math.sqrt(variance + 0.5);
  const h = WIDTH * spread + SHIFT;
  const top = log(mode);
  const stop = Math.min(end + 1, Math.floor(centre + 16 * spread));
  for (;;) {
    const u = random();
    const x = centre + (h * (random() - 0.5)) / u;
    if (!(x >= 0) || x >= stop) continue;
    const k = Math.floor(x);
    const t = top - log(k);
    if (u * (4 - u) - 3 <= t) return k;
    if (u * (u - t) < 1 && 2 * Math.log(u) <= t) return k;
  }
}

/** An urn of which at most half is drawn. */
function manyFromUrn(good: number, bad: number, m: number, random: Random): number {
  const all = good + bad;
  const fewer = Math.min(good, bad);
  const more = Math.max(good, bad);
  const p = fewer / all;
  const k = byRatio(
    m * p,
    ((all - m) / (all - 1)) * m * p * (1 - p),
    Math.floor(((m + 1) / (all + 2)) * (fewer + 1)),
    Math.min(m, fewer),
    (x) => logFactorial(x) + logFactorial(fewer - x) + logFactorial(m - x) + logFactorial(more - m + x),
    random,
  );
  return good > bad ? m - k : k;
}

/**
 * How many of `good` are among `sample` drawn from `good + bad` without putting back.
 * @example hypergeometric(5, 0, 3, seeded(1)) // 3
 */
export function hypergeometric(good: number, bad: number, sample: number, random: Random): number {
  if (good === 0 || sample === 0) return 0;
  if (bad === 0) return sample;
  if (sample === good + bad) return good;
  // Drawing the sample or what it leaves behind is the same; the fewer are drawn.
  const rest = good + bad - sample;
  const m = Math.min(sample, rest);
  const taken = m <= ONE_BY_ONE ? oneByOne(good, bad, m, random) : manyFromUrn(good, bad, m, random);
  return m < sample ? good - taken : taken;
}

/**
 * Draws a table with these margins, all ways of pairing respondents being alike, column by column.
 * @param out one number a cell, row-major; overwritten
 * @example
 * const out = new Float64Array(4);
 * drawTable([3, 0], [1, 2], seeded(1), out);
 * out; // [1, 2, 0, 0]
 */
export function drawTable(R: readonly number[], C: readonly number[], random: Random, out: Float64Array): void {
  const columns = C.length;
  const left = [...R];
  let all = left.reduce((a, b) => a + b, 0);
  C.forEach((total, j) => {
    let open = total;
    let rest = all;
    left.forEach((good, i) => {
      rest -= good;
      const x = hypergeometric(good, rest, open, random);
      out[i * columns + j] = x;
      left[i] = good - x;
      open -= x;
    });
    all -= total;
  });
}

/** A cell drawn costs about as much as this many respondents shuffled. */
const SHUFFLED_FOR_A_CELL = 20;

/**
 * Draws tables with these margins, one a call. Where respondents are few for the number of cells they are shuffled over
 * the rows, each with its column; else the cells are drawn.
 * @example
 * const out = new Float64Array(4);
 * tableDrawer([3, 0], [1, 2])(seeded(1), out);
 * out; // [1, 2, 0, 0]
 */
export function tableDrawer(R: readonly number[], C: readonly number[]): (random: Random, out: Float64Array) => void {
  const N = R.reduce((a, b) => a + b, 0);
  const columns = C.length;
  if (N > SHUFFLED_FOR_A_CELL * R.length * columns) return (random, out) => drawTable(R, C, random, out);
  const column = new Int32Array(N);
  let filled = 0;
  C.forEach((total, j) => {
    column.fill(j, filled, filled + total);
    filled += total;
  });
  return (random, out) => {
    for (let k = N - 1; k > 0; k--) {
      const other = Math.floor(random() * (k + 1));
      const held = column[k]!;
      column[k] = column[other]!;
      column[other] = held;
    }
    out.fill(0);
    let at = 0;
    R.forEach((total, i) => {
      for (const end = at + total; at < end; at++) out[i * columns + column[at]!]!++;
    });
  };
}

/**
 * Successes in n trials of probability p.
 * @example binomial(5, 1, seeded(1)) // 5
 */
export function binomial(n: number, p: number, random: Random): number {
  // Without a chance the odds have no logarithm, and nothing would ever be drawn.
  if (!(p > 0)) return 0;
  if (p >= 1) return n;
  if (p > 0.5) return n - binomial(n, 1 - p, random);
  if (n <= ONE_BY_ONE) {
    let hits = 0;
    for (let k = 0; k < n; k++) if (random() < p) hits++;
    return hits;
  }
  const odds = Math.log(p / (1 - p));
  return byRatio(
    n * p,
    n * p * (1 - p),
    Math.floor((n + 1) * p),
    n,
    (x) => logFactorial(x) + logFactorial(n - x) - x * odds,
    random,
  );
}

/**
 * Draws one-way counts of N respondents over categories with these shares.
 * @example
 * const out = new Float64Array(2);
 * drawOneWay(8, [1, 0], seeded(1), out);
 * out; // [8, 0]
 */
export function drawOneWay(N: number, shares: readonly number[], random: Random, out: Float64Array): void {
  let left = N;
  let rest = shares.reduce((a, b) => a + b, 0);
  shares.forEach((share, k) => {
    const x = k === shares.length - 1 ? left : binomial(left, share / rest, random);
    out[k] = x;
    left -= x;
    rest -= share;
  });
}
