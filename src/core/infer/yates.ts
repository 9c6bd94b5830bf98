import { chiSquare } from './chi-square.js';
import { FOURFOLD } from '../statistic/example-tables.js';
import { type Crosstab, fourCells, isTwoByTwo, isWhole } from '../crosstab.js';
import { test } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { pLine } from './chi-square-lines.js';
import type { Absent, TestResult } from './result.js';

/**
 * Continuity-corrected X² of a 2 x 2 table: N max(0, |ad - bc| - N/2)² / (R1 R2 C1 C2) (Yates 1934).
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * yates(table).statistic; // 5.4
 */
export function yates(table: Crosstab): TestResult | Absent {
  if (!isTwoByTwo(table)) return { absent: "Yates's correction is for tables of 2 x 2." };
  if (!isWhole(table)) return { absent: "Yates's correction needs whole counts." };
  const [a, b, c, d] = fourCells(table);
  const { R, C, N } = table;
  const excess = Math.max(0, Math.abs(a * d - b * c) - N / 2);
  // Divided pairwise: the product of four margins of 1e9 would lose nothing, but its squares might overflow.
  const statistic = N * (excess / ((R[0] ?? 0) * (R[1] ?? 0))) * (excess / ((C[0] ?? 0) * (C[1] ?? 0)));
  return chiSquare(statistic, 1);
}

function yatesExample(table: Crosstab): WorkedExample {
  const [a, b, c, d] = fourCells(table);
  const [r1, r2, c1, c2] = [table.R[0]!, table.R[1]!, table.C[0]!, table.C[1]!];
  const excess = Math.max(0, Math.abs(a * d - b * c) - table.N / 2);
  const value = (table.N * (excess / (r1 * r2)) * excess) / (c1 * c2);
  return {
    formula: 'X² = N × max(0, |ad − bc| − N/2)² / (R₁R₂C₁C₂)',
    steps: [
      `|ad − bc| = |${figure(a)} × ${figure(d)} − ${figure(b)} × ${figure(c)}| = ${figure(Math.abs(a * d - b * c))}`,
      `less N/2 = ${figure(table.N / 2)}, not below 0: ${figure(excess)}`,
      `X² = ${figure(table.N)} × ${figure(excess)}² / (${figure(r1)} × ${figure(r2)} × ${figure(c1)} × ` +
        `${figure(c2)}) = ${figure(value)}`,
      pLine(value, 1),
    ],
    result: value,
  };
}

/** The record of Yates, corrected. */
export const yatesTest = test({
  id: 'yates',
  of: 'table',
  name: 'Yates, corrected',
  symbol: 'χ²',
  about: "Pearson's chi-square of a 2 x 2 table, made more careful because counts are whole numbers.",
  levels: 'any',
  shape: 'two-by-two',
  compute: ({ table }) => yates(table),
  workedExample: ({ table }) => yatesExample(table),
  example: { request: { counts: FOURFOLD }, value: (100 * 950 ** 2) / (40 * 60 * 50 * 50) },
});
