import type { Crosstab } from '../crosstab.js';
import { kendallTauB } from '../measure/kendall-tau-b.js';
import { fSurvival } from '../numerics/distributions.js';
import { test } from '../statistic/statistic.js';
import { type Absent, isAbsent, type TestResult } from './result.js';

/**
 * With weights, the design-based test of a trend: F = (tau-b/ase)² with 1 and n - 1 degrees of freedom, the standard
 * error by linearisation with respondents as independent units. It rejects just where the interval of tau-b leaves 0
 * out.
 */
function designTrend(table: Crosstab): TestResult | Absent {
  const { survey } = table;
  if (!survey) return { absent: 'It is for weighted tables; here every respondent counts alike.' };
  if (survey.n < 2) return { absent: 'It needs two respondents or more.' };
  const tau = kendallTauB(table, 0.95);
  if (isAbsent(tau) || !tau.ase) return { absent: 'Tau-b has no standard error on this table.' };
  const statistic = (tau.value / tau.ase) ** 2;
  const [df1, df2] = [1, survey.n - 1];
  return { statistic, df1, df2, p: fSurvival(statistic, df1, df2) };
}

/** The record of Trend, by design. */
export const designTrendTest = test({
  id: 'design-trend',
  of: 'table',
  name: 'Trend, by design',
  symbol: 'F',
  about: 'With weights: whether one variable rises or falls as the other does, from tau-b and its standard error.',
  levels: 'trend',
  shape: 'any',
  looksFor: 'a steady rise or fall',
  compute: ({ table }) => designTrend(table),
  workedExample: null,
  example: {
    request: {
      counts: [
        [10, 5, 5],
        [5, 5, 10],
      ],
      weights: {
        sums: [
          [20, 10, 10],
          [5, 5, 10],
        ],
        squares: [
          [40, 20, 20],
          [5, 5, 10],
        ],
      },
    },
    value: 3.549708527607059,
  },
});
