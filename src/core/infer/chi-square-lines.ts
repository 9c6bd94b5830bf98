import { total } from '../numerics/total.js';
import type { Crosstab } from '../crosstab.js';
import { chiSquareSurvival } from '../numerics/distributions.js';
import { figure, terms } from '../statistic/worked-example.js';

/** Cells with their counts and expectations, row by row. */
export function cellsOf({ n, R, C, N }: Crosstab) {
  return n.flatMap((row, i) => row.map((count, j) => ({ i, j, n: count, r: R[i]!, c: C[j]!, e: (R[i]! * C[j]!) / N })));
}

export const pLine = (statistic: number, df: number) =>
  `p = P(χ² with ${df} df ≥ ${figure(statistic)}) = ${figure(chiSquareSurvival(statistic, df))}`;

export const dfOf = ({ R, C }: Crosstab) => (R.length - 1) * (C.length - 1);

export const dfLine = (table: Crosstab) => `df = (${table.R.length} − 1)(${table.C.length} − 1) = ${dfOf(table)}`;

/** The lines up to X², which several statistics begin with. */
export function pearsonLines(table: Crosstab): { lines: string[]; value: number } {
  const cells = cellsOf(table);
  const value = total(cells.map(({ n, e }) => (n - e) ** 2 / e));
  return {
    value,
    lines: [
      `e = R × C / N: ${terms(
        cells.map(({ r, c, e }) => `${figure(r)} × ${figure(c)} / ${figure(table.N)} = ${figure(e)}`),
        '; ',
      )}`,
      `X² = ${terms(cells.map(({ n, e }) => `(${figure(n)} − ${figure(e)})² / ${figure(e)}`))} = ${figure(value)}`,
    ],
  };
}

/** X²/N, with the lines that lead to it. */
export function meanSquare(table: Crosstab) {
  const { lines, value } = pearsonLines(table);
  const phi2 = value / table.N;
  return { phi2, lines: [...lines, `X² / N = ${figure(value)} / ${figure(table.N)} = ${figure(phi2)}`] };
}
