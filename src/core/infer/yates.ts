import { type Crosstab, fourCells, isTwoByTwo, isWhole } from '../crosstab.js';
import { chiSquareSurvival } from '../numerics/distributions.js';
import type { Absent, TestResult } from './result.js';

/** Continuity-corrected X² of a 2 x 2 table: N max(0, |ad - bc| - N/2)² / (R1 R2 C1 C2) (Yates 1934). */
export function yates(table: Crosstab): TestResult | Absent {
  if (!isTwoByTwo(table)) return { absent: "Yates's correction is for tables of 2 x 2." };
  if (!isWhole(table)) return { absent: "Yates's correction needs whole counts." };
  const [a, b, c, d] = fourCells(table);
  const { R, C, N } = table;
  const excess = Math.max(0, Math.abs(a * d - b * c) - N / 2);
  // Divided pairwise: the product of four margins of 1e9 would lose nothing, but its squares might overflow.
  const statistic = N * (excess / ((R[0] ?? 0) * (R[1] ?? 0))) * (excess / ((C[0] ?? 0) * (C[1] ?? 0)));
  return { statistic, df: 1, p: chiSquareSurvival(statistic, 1) };
}
