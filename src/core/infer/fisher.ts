import { type Crosstab, fourCells, isTwoByTwo, isWhole } from '../crosstab.js';
import { pearsonStatistic } from './pearson.js';
import { type Absent, isAbsent, type TestResult } from './result.js';

/** Tables whose probability is within this of the observed one count as no likelier than it. */
const TIE = 1e-7;

/** Weights under this, relative to the mode, are nothing: below it doubles lose their digits and then stop falling. */
const VANISHED = 1e-307;

/** The most tables that are listed. */
const WORK = 4_000_000;

/**
 * Hypergeometric weights of the first cell, relative to the likeliest value, from its mode outwards until they
 * vanish. Ratios of neighbours need no factorials, so no digits are lost to ln gamma.
 */
function weights(r1: number, c1: number, total: number): { from: number; w: number[] } {
  const low = Math.max(0, r1 + c1 - total);
  const high = Math.min(r1, c1);
  const mode = Math.min(high, Math.max(low, Math.floor(((r1 + 1) * (c1 + 1)) / (total + 2))));
  const ratio = (a: number) => ((r1 - a) * (c1 - a)) / ((a + 1) * (total - r1 - c1 + a + 1));
  const up: number[] = [1];
  for (let a = mode, w = 1; a < high && w > VANISHED; a++) up.push((w *= ratio(a)));
  const down: number[] = [];
  for (let a = mode, w = 1; a > low && w > VANISHED; a--) down.push((w /= ratio(a - 1)));
  return { from: mode - down.length, w: [...down.reverse(), ...up] };
}

/** Values of the first cell whose weights do not vanish: some 38 standard deviations on either side of the mean. */
function spread({ R, C, N }: Crosstab): number {
  const [r1 = 0, r2 = 0] = R;
  const [c1 = 0, c2 = 0] = C;
  return 76 * Math.sqrt(((r1 / N) * r2 * (c1 / N) * c2) / Math.max(1, N - 1));
}

/** Adds small to large from both ends, so that a tail's own digits survive. */
function sumSorted(values: readonly number[]): number {
  return [...values].sort((x, y) => x - y).reduce((sum, value) => sum + value, 0);
}

interface Enumeration {
  from: number;
  w: number[];
  position: number;
  share: (values: number[]) => number;
}

/**
 * What a first cell can be with these margins: how likely each is at independence (relative), and which was observed.
 * @example
 * const { table } = reduceTable([[3, 1], [1, 3]]);
 * firstCells(table).weights.length; // 5
 */
export function firstCells(table: Crosstab): { weights: readonly number[]; position: number } | Absent {
  const all = enumerate(table);
  if (isAbsent(all)) return all;
  if (all.w[all.position] === undefined) return { absent: 'The observed table is too unlikely to be told from none.' };
  return { weights: all.w, position: all.position };
}

/**
 * The weights of a 2 x 2 table, where the observed one stands among them, and their sum; or the reason why they cannot
 * be listed.
 */
function enumerate(table: Crosstab): Enumeration | Absent {
  if (!isTwoByTwo(table)) return { absent: 'It is worked out here for tables of 2 x 2.' };
  if (!isWhole(table)) return { absent: 'Exact tests need whole, unweighted counts.' };
  if (spread(table) > WORK) {
    return { absent: 'It would take too long with counts this large; chi-square is exact enough.' };
  }
  const [observed] = fourCells(table);
  const { from, w } = weights(table.R[0]!, table.C[0]!, table.N);
  const total = sumSorted(w);
  return { from, w, position: observed - from, share: (values: number[]) => Math.min(1, sumSorted(values) / total) };
}

/**
 * Fisher's exact test of a 2 x 2 table (Fisher 1935). `p` is two-sided: all tables with these margins that are no
 * likelier than the observed one. `pLess` and `pGreater` are one-sided for the first cell.
 * @example
 * const { table } = reduceTable([[3, 1], [1, 3]]);
 * fisher(table).p; // 0.4857
 */
export function fisher(table: Crosstab): TestResult | Absent {
  const all = enumerate(table);
  if (isAbsent(all)) return all;
  const { w, position, share } = all;
  const limit = (w[position] ?? 0) * (1 + TIE);
  return {
    p: share(w.filter((value) => value <= limit)),
    pLess: share(w.slice(0, Math.max(0, position + 1))),
    pGreater: share(w.slice(Math.max(0, position))),
    sampling: { method: 'exact', work: w.length },
  };
}

/**
 * Pearson's X² of a 2 x 2 table with the p of all tables with these margins whose first cell is as far from its mean.
 * @example
 * const { table } = reduceTable([[3, 1], [1, 3]]);
 * pearsonExactFour(table).p; // 0.4857
 */
export function pearsonExactFour(table: Crosstab): TestResult | Absent {
  const all = enumerate(table);
  if (isAbsent(all)) return all;
  const { from, w, share } = all;
  const expected = (table.R[0]! / table.N) * table.C[0]!;
  const statistic = pearsonStatistic(table);
  const reach = Math.abs(fourCells(table)[0] - expected) * (1 - TIE / 2);
  const p = statistic === 0 ? 1 : share(w.filter((_, k) => Math.abs(from + k - expected) >= reach));
  return { statistic, p, sampling: { method: 'exact', work: w.length } };
}
