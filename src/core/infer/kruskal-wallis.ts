import { total } from '../numerics/total.js';
import { chiSquare } from './chi-square.js';
import { pLine } from './chi-square-lines.js';
import { STEPS } from '../statistic/example-tables.js';
import type { Crosstab } from '../crosstab.js';
import { test } from '../statistic/statistic.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import { midranks } from './midranks.js';
import type { Absent, TestResult } from './result.js';

/**
 * Mean scores of the groups in the rows on the midranks of the ordered columns: (N - 1) times the share of the ranks'
 * sum of squares that lies between groups, df groups - 1. It is Kruskal and Wallis's H (1952) with the correction for
 * ties, and the row mean score statistic of Mantel and Haenszel of one stratum (Landis, Heyman and Koch 1978).
 */
function meanScores(table: Crosstab): TestResult | Absent {
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
  return chiSquare(statistic, df);
}

/** Mean scores of the groups in the rows on the midranks of the columns. */
function meanScoresExample({ n, R, C, N }: Crosstab): WorkedExample {
  const ranks = midranks(C);
  const mean = (N + 1) / 2;
  const means = n.map((row, i) => total(row.map((count, j) => count * ranks[j]!)) / R[i]!);
  const between = total(R.map((r, i) => r * (means[i]! - mean) ** 2));
  const whole = total(C.map((c, j) => c * (ranks[j]! - mean) ** 2));
  const result = ((N - 1) * between) / whole;
  const df = R.length - 1;
  return {
    formula: 'H = (N − 1) × sum of squares of the ranks between the groups / whole sum of squares of the ranks',
    steps: [
      `midranks of the ordered categories: ${terms(ranks.map(figure), '; ')}; mean rank (N + 1)/2 = ${figure(mean)}`,
      `mean ranks of the groups: ${terms(means.map(figure), '; ')}`,
      `between: ${terms(R.map((r, i) => `${figure(r)} × (${figure(means[i]!)} − ${figure(mean)})²`))} = ` +
        figure(between),
      `whole: ${terms(C.map((c, j) => `${figure(c)} × (${figure(ranks[j]!)} − ${figure(mean)})²`))} = ${figure(whole)}`,
      `H = (${figure(N)} − 1) × ${figure(between)} / ${figure(whole)} = ${figure(result)}`,
      pLine(result, df),
    ],
    result,
  };
}

/** The record of Mean scores of the groups, on ranks. */
export const kruskalWallisTest = test({
  id: 'kruskal-wallis',
  of: 'table',
  name: 'Mean scores of the groups, on ranks',
  symbol: 'H',
  about:
    'Asks whether some groups stand higher on an ordered variable than others (Kruskal-Wallis, with ties; ' +
    'Mantel-Haenszel on midranks).',
  levels: 'one-ordered',
  shape: 'larger',
  looksFor: 'groups that stand higher than others',
  compute: ({ ordered }) => meanScores(ordered),
  workedExample: ({ ordered }) => meanScoresExample(ordered),
  example: {
    request: {
      counts: STEPS,
      columnLevel: 'ordered',
    },
    value: 119 / 6,
  },
});
