import type { Crosstab } from '../crosstab.js';

/** Pairs of respondents ordered the same way, or opposite ways, on both variables. */
export interface Pairs {
  /** For each cell, respondents concordant (discordant) with one in it. */
  concordant: number[][];
  discordant: number[][];
  /** Sums over cells of n times those: every pair counted twice. */
  P: number;
  Q: number;
}

/**
 * Counts concordant and discordant pairs from running sums, in one pass over the cells.
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * countPairs(table); // { concordant: [[20, 0], [0, 20]], discordant: [[0, 10], [10, 0]], P: 800, Q: 200 }
 */
export function countPairs(table: Crosstab): Pairs {
  const { n, R, C } = table;
  const rows = R.length;
  const columns = C.length;
  // above[i][j]: the sum over rows < i and columns < j.
  const above: number[][] = [new Array<number>(columns + 1).fill(0)];
  for (let i = 0; i < rows; i++) {
    const sums = [0];
    for (let j = 0; j < columns; j++) {
      sums.push((sums[j] ?? 0) + (above[i]?.[j + 1] ?? 0) - (above[i]?.[j] ?? 0) + (n[i]?.[j] ?? 0));
    }
    above.push(sums);
  }
  const block = (i0: number, i1: number, j0: number, j1: number) =>
    (above[i1]?.[j1] ?? 0) - (above[i0]?.[j1] ?? 0) - (above[i1]?.[j0] ?? 0) + (above[i0]?.[j0] ?? 0);
  let P = 0;
  let Q = 0;
  const concordant: number[][] = [];
  const discordant: number[][] = [];
  n.forEach((row, i) => {
    concordant.push(row.map((_, j) => block(0, i, 0, j) + block(i + 1, rows, j + 1, columns)));
    discordant.push(row.map((_, j) => block(0, i, j + 1, columns) + block(i + 1, rows, 0, j)));
    row.forEach((value, j) => {
      P += value * (concordant[i]?.[j] ?? 0);
      Q += value * (discordant[i]?.[j] ?? 0);
    });
  });
  return { concordant, discordant, P, Q };
}
