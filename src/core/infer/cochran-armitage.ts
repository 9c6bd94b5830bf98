import { total } from '../numerics/total.js';
import { STEPS } from '../statistic/example-tables.js';
import { type Crosstab, transpose } from '../crosstab.js';
import { scoreMoments } from '../measure/correlation.js';
import { normalTwoSided, normalUpper } from '../numerics/distributions.js';
import { test } from '../statistic/statistic.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import { NO_SPREAD, WEIGHTED } from './linear-trend.js';
import type { Absent, TestResult } from './result.js';

/**
 * Cochran and Armitage's test of a trend in proportions (Armitage 1955), on 2 x c, or on r x 2 turned about:
 * z = sum of n1j (y - ymean) over sqrt(p(1 - p) sum C (y - ymean)²), p the overall share of the first row (of r x 2:
 * the first column). z is above 0 where that share rises with the scores; `pGreater` is the p of a rise.
 */
function cochranArmitage(table: Crosstab): TestResult | Absent {
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

function cochranArmitageExample(given: Crosstab): WorkedExample {
  const table = given.R.length === 2 ? given : transpose(given);
  const { n, R, C, N } = table;
  const y = table.scores.columns;
  const mean = total(C.map((c, j) => c * y[j]!)) / N;
  const rise = total(n[0]!.map((count, j) => count * (y[j]! - mean)));
  const spread = total(C.map((c, j) => c * (y[j]! - mean) ** 2));
  const p = R[0]! / N;
  const result = rise / Math.sqrt(p * (1 - p) * spread);
  return {
    formula: 'z = Σ n₁ (y − ȳ) / √[p (1 − p) Σ C (y − ȳ)²], p the overall share',
    steps: [
      `p = ${figure(R[0]!)} / ${figure(N)} = ${figure(p)}; ȳ = ${figure(mean)}`,
      'Σ n₁ (y − ȳ) = ' +
        `${terms(n[0]!.map((count, j) => `${figure(count)} × (${figure(y[j]!)} − ${figure(mean)})`))} = ` +
        figure(rise),
      `Σ C (y − ȳ)² = ${terms(C.map((c, j) => `${figure(c)} × (${figure(y[j]!)} − ${figure(mean)})²`))} = ` +
        figure(spread),
      `two-sided p = ${figure(normalTwoSided(result))}`,
      `z = ${figure(rise)} / √(${figure(p)} × ${figure(1 - p)} × ${figure(spread)}) = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of Cochran-Armitage trend. */
export const cochranArmitageTest = test({
  id: 'cochran-armitage',
  of: 'table',
  name: 'Cochran-Armitage trend',
  symbol: 'z',
  about: 'Asks whether a share rises or falls steadily over ordered groups.',
  levels: 'trend',
  shape: 'two-lines',
  compute: ({ table }) => cochranArmitage(table),
  workedExample: ({ table }) => cochranArmitageExample(table),
  example: { request: { counts: STEPS }, value: -2 * Math.sqrt(5) },
});
