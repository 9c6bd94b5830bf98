import { chiSquare } from './chi-square.js';
import { pLine } from './chi-square-lines.js';
import { STEPS } from '../statistic/example-tables.js';
import type { Crosstab } from '../crosstab.js';
import { scoreMoments } from '../measure/correlation.js';
import { pearsonRExample } from '../measure/pearson-r.js';
import { test } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import type { Absent, TestResult } from './result.js';

export const NO_SPREAD = 'All scores of an axis are the same, so there is no line to follow.';

export const WEIGHTED = 'It counts respondents one by one; with weights its variance does not hold.';

/** Linear-by-linear association: (N - 1) r², df 1, r the correlation of the scores (Mantel 1963). */
function linearTrend(table: Crosstab): TestResult | Absent {
  if (table.survey) return { absent: WEIGHTED };
  if (!(table.N > 1)) return { absent: 'It divides by N - 1; there is no more than one respondent.' };
  const { xx, yy, xy } = scoreMoments(table);
  if (!(xx > 0) || !(yy > 0)) return { absent: NO_SPREAD };
  const statistic = (table.N - 1) * (xy / xx) * (xy / yy);
  return chiSquare(statistic, 1);
}

function linearTrendExample(table: Crosstab): WorkedExample {
  const r = pearsonRExample(table);
  const result = (table.N - 1) * r.result ** 2;
  return {
    formula: 'M² = (N − 1) r², 1 df',
    steps: [...r.steps, `M² = (${figure(table.N)} − 1) × ${figure(r.result)}² = ${figure(result)}`, pLine(result, 1)],
    result,
  };
}

/** The record of Linear trend. */
export const linearTrendTest = test({
  id: 'linear-trend',
  of: 'table',
  name: 'Linear trend',
  symbol: 'M²',
  about: 'Asks whether one variable rises or falls steadily as the other does, by the scores of the categories.',
  levels: 'trend',
  shape: 'any',
  looksFor: 'a steady rise or fall',
  compute: ({ table }) => linearTrend(table),
  workedExample: ({ table }) => linearTrendExample(table),
  example: { request: { counts: STEPS }, value: 119 / 6 },
});
