import { type Crosstab, transpose } from '../crosstab.js';
import { scoreMoments } from '../measure/correlation.js';
import { chiSquareSurvival, normalTwoSided, normalUpper } from '../numerics/distributions.js';
import type { Absent, TestResult } from './result.js';

const NO_SPREAD = 'All scores of an axis are the same, so there is no line to follow.';
const WEIGHTED = 'It counts respondents one by one; with weights its variance does not hold.';

/** Linear-by-linear association: (N - 1) r², df 1, r the correlation of the scores (Mantel 1963). */
export function linearTrend(table: Crosstab): TestResult | Absent {
  if (table.survey) return { absent: WEIGHTED };
  if (!(table.N > 1)) return { absent: 'It divides by N - 1; there is no more than one respondent.' };
  const { xx, yy, xy } = scoreMoments(table);
  if (!(xx > 0) || !(yy > 0)) return { absent: NO_SPREAD };
  const statistic = (table.N - 1) * (xy / xx) * (xy / yy);
  return { statistic, df: 1, p: chiSquareSurvival(statistic, 1) };
}

/**
 * Cochran and Armitage's test of a trend in proportions (Armitage 1955), on 2 x c, or on r x 2 turned about:
 * z = sum of n1j (y - ymean) over sqrt(p(1 - p) sum C (y - ymean)²), p the overall share of the first row (of r x 2:
 * the first column). z is above 0 where that share rises with the scores; `pGreater` is the p of a rise.
 */
export function cochranArmitage(table: Crosstab): TestResult | Absent {
  if (table.R.length !== 2 && table.C.length !== 2) return { absent: 'It is for tables with two rows or two columns.' };
  if (table.survey) return { absent: WEIGHTED };
  const two = table.R.length === 2 ? table : transpose(table);
  const { n, R, N } = two;
  const { y, yy } = scoreMoments(two);
  if (!(yy > 0)) return { absent: NO_SPREAD };
  const p = R[0]! / N;
  const rise = n[0]!.reduce((sum, count, j) => sum + count * y[j]!, 0);
  const z = rise / Math.sqrt(p * (1 - p)) / Math.sqrt(yy);
  return { statistic: z, p: normalTwoSided(z), pLess: normalUpper(-z), pGreater: normalUpper(z) };
}
