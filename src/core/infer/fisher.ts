import { type Crosstab, fourCells, isTwoByTwo, isWhole } from '../crosstab.js';
import type { Absent, TestResult } from './result.js';

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

/**
 * Fisher's exact test of a 2 x 2 table (Fisher 1935). `p` is two-sided: all tables with these margins that are no
 * likelier than the observed one. `pLess` and `pGreater` are one-sided for the first cell.
 */
export function fisher(table: Crosstab): TestResult | Absent {
  if (!isTwoByTwo(table)) return { absent: "Fisher's exact test is given for tables of 2 x 2." };
  if (!isWhole(table)) return { absent: "Fisher's exact test needs whole counts." };
  if (spread(table) > WORK) {
    return { absent: "Fisher's exact test would take too long with counts this large; chi-square is exact enough." };
  }
  const [observed] = fourCells(table);
  const { from, w } = weights(table.R[0] ?? 0, table.C[0] ?? 0, table.N);
  const total = sumSorted(w);
  const position = observed - from;
  const limit = (w[position] ?? 0) * (1 + TIE);
  const share = (values: number[]) => Math.min(1, sumSorted(values) / total);
  return {
    p: share(w.filter((value) => value <= limit)),
    pLess: share(w.slice(0, Math.max(0, position + 1))),
    pGreater: share(w.slice(Math.max(0, position))),
  };
}
