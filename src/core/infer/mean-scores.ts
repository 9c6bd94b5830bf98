import { type Crosstab, transpose } from '../crosstab.js';
import { isAbsent } from './result.js';
import { kendallTauB } from '../measure/concordance.js';
import { chiSquareSurvival, fSurvival } from '../numerics/distributions.js';
import type { Absent, TestResult } from './result.js';

/** Midranks of categories from their totals: the mean place of their respondents, all put in order. */
export function midranks(totals: readonly number[]): number[] {
  let below = 0;
  return totals.map((total) => {
    const rank = below + (total + 1) / 2;
    below += total;
    return rank;
  });
}

/**
 * Mean scores of the groups in the rows on the midranks of the ordered columns: (N - 1) times the share of the ranks'
 * sum of squares that lies between groups, df groups - 1. It is Kruskal and Wallis's H (1952) with the correction for
 * ties, and the row mean score statistic of Mantel and Haenszel of one stratum (Landis, Heyman and Koch 1978).
 */
export function meanScores(table: Crosstab): TestResult | Absent {
  if (table.survey) return { absent: 'It counts respondents one by one; with weights its variance does not hold.' };
  const { n, R, C, N } = table;
  if (!(N > 1)) return { absent: 'It divides by N - 1; there is no more than one respondent.' };
  const ranks = midranks(C);
  const mean = (N + 1) / 2;
  const whole = C.reduce((sum, total, j) => sum + total * (ranks[j]! - mean) ** 2, 0);
  const between = n.reduce((sum, row, i) => {
    const groupMean = row.reduce((all, count, j) => all + count * ranks[j]!, 0) / R[i]!;
    return sum + R[i]! * (groupMean - mean) ** 2;
  }, 0);
  const statistic = ((N - 1) * between) / whole;
  const df = R.length - 1;
  return { statistic, df, p: chiSquareSurvival(statistic, df) };
}

/**
 * With weights, the design-based test of a trend: F = (tau-b/ase)² with 1 and n - 1 degrees of freedom, the standard
 * error by linearisation with respondents as independent units. It rejects just where the interval of tau-b leaves 0
 * out.
 */
export function designTrend(table: Crosstab): TestResult | Absent {
  const { survey } = table;
  if (!survey) return { absent: 'It is for weighted tables; here every respondent counts alike.' };
  if (survey.n < 2) return { absent: 'It needs two respondents or more.' };
  const tau = kendallTauB(table, 0.95);
  if (isAbsent(tau) || !tau.ase) return { absent: 'Tau-b has no standard error on this table.' };
  const statistic = (tau.value / tau.ase) ** 2;
  const [df1, df2] = [1, survey.n - 1];
  return { statistic, df1, df2, p: fSurvival(statistic, df1, df2) };
}

/** The table with its groups in the rows: the axis without an order, or the one that is said to hold the groups. */
export function groupsInRows(
  table: Crosstab,
  levels: { rowLevel?: string | undefined; columnLevel?: string | undefined; groups?: 'rows' | 'columns' | undefined },
): Crosstab {
  const [rows, columns] = [levels.rowLevel === 'ordered', levels.columnLevel === 'ordered'];
  const groups = rows === columns ? (levels.groups ?? 'rows') : rows ? 'columns' : 'rows';
  return groups === 'columns' ? transpose(table) : table;
}
