import { total } from '../numerics/total.js';
import { chiSquare } from './chi-square.js';
import { STEPS } from '../statistic/example-tables.js';
import { type Crosstab, eachCell } from '../crosstab.js';
import { test } from '../statistic/statistic.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import { cellsOf, dfLine, dfOf, pLine } from './chi-square-lines.js';
import { degreesOfFreedom, unweighted } from './pearson.js';
import type { TestResult } from './result.js';

/**
 * n ln(n/e) - (n - e). The differences n - e add up to nothing over a table, so taking them out leaves the sum as it
 * is and every term positive: G² near independence keeps its digits.
 */
function cellDeviance(n: number, e: number): number {
  if (n === 0) return e;
  const d = (n - e) / e;
  if (Math.abs(d) > 0.1) return n * Math.log(n / e) - (n - e);
  // (1 + d) ln(1 + d) - d as a series: sum over k >= 2 of (-d)^k / (k (k - 1)).
  let power = -d;
  let sum = 0;
  for (let k = 2; k < 40; k++) {
    power *= -d;
    const term = power / (k * (k - 1));
    sum += term;
    if (Math.abs(term) < 1e-18 * Math.abs(sum)) break;
  }
  return e * sum;
}

/**
 * Likelihood-ratio test of independence: G² = 2 sum n ln(n/e), 0 ln 0 = 0, df = (r - 1)(c - 1).
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * likelihoodRatio(table).statistic; // 6.796
 */
export function likelihoodRatio(table: Crosstab): TestResult {
  let sum = 0;
  eachCell(table, (n, i, j) => {
    sum += cellDeviance(n, ((table.R[i] ?? 0) * (table.C[j] ?? 0)) / table.N);
  });
  return chiSquare(2 * sum, degreesOfFreedom(table));
}

function likelihoodRatioExample(table: Crosstab): WorkedExample {
  const cells = cellsOf(table).filter(({ n }) => n > 0);
  const sum = total(cells.map(({ n, e }) => n * Math.log(n / e)));
  return {
    formula: 'G² = 2 Σ n ln(n / e) over the cells that someone is in, with e = R × C / N',
    steps: [
      `Σ = ${terms(cells.map(({ n, e }) => `${figure(n)} ln(${figure(n)} / ${figure(e)})`))} = ${figure(sum)}`,
      `G² = 2 × ${figure(sum)} = ${figure(2 * sum)}`,
      dfLine(table),
      pLine(2 * sum, dfOf(table)),
    ],
    result: 2 * sum,
  };
}

/** The record of Likelihood ratio G². */
export const likelihoodRatioTest = test({
  id: 'likelihood-ratio',
  of: 'table',
  name: 'Likelihood ratio G²',
  symbol: 'G²',
  about: 'Asks the same as Pearson, from the ratio of likelihoods; the two agree in large samples.',
  levels: 'any',
  shape: 'any',
  compute: unweighted(likelihoodRatio),
  workedExample: ({ table }) => likelihoodRatioExample(table),
  example: { request: { counts: STEPS }, value: 120 * Math.log(1.5) - 40 * Math.LN2 },
});
