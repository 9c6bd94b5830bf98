import { type Crosstab, eachCell } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { measured, type MeasureResult, withTest } from './result.js';

/** How much of an agreement two categories are: 1 on the diagonal, falling away from it. */
export type Agreement = 'identity' | 'linear' | 'quadratic';

function weightOf(agreement: Agreement, k: number): (i: number, j: number) => number {
  if (agreement === 'identity') return (i, j) => (i === j ? 1 : 0);
  const power = agreement === 'linear' ? 1 : 2;
  return (i, j) => 1 - (Math.abs(i - j) / (k - 1)) ** power;
}

/**
 * Cohen's kappa (1960), and with linear or quadratic weights weighted kappa (Cohen 1968): agreement beyond what the
 * margins give, over what is left to be gained. The standard error under independence is that of Fleiss, Cohen and
 * Everitt (1969).
 * @param table square, the categories of both coders in the same order; a margin may be empty
 */
export function kappa(table: Crosstab, agreement: Agreement, confidence: number): MeasureResult | Absent {
  const { n, R, C, N, survey } = table;
  const k = R.length;
  const w = weightOf(agreement, k);
  const rowMean = R.map((_, i) => C.reduce((sum, total, j) => sum + w(i, j) * total, 0) / N);
  const columnMean = C.map((_, j) => R.reduce((sum, total, i) => sum + w(i, j) * total, 0) / N);
  let observed = 0;
  n.forEach((row, i) => row.forEach((count, j) => (observed += (w(i, j) * count) / N)));
  const expected = R.reduce((sum, total, i) => sum + (total / N) * rowMean[i]!, 0);
  if (!(expected < 1 - 1e-15))
    return { absent: 'Both have put everything into one category: there is nothing to agree on.' };
  const value = (observed - expected) / (1 - expected);
  const result = measured(
    table,
    value,
    (i, j) => {
      const observedSlope = (w(i, j) - observed) / N;
      const expectedSlope = (rowMean[i]! + columnMean[j]! - 2 * expected) / N;
      return (observedSlope - (1 - value) * expectedSlope) / (1 - expected);
    },
    confidence,
  );
  if (survey) return result;
  let spread = -(expected ** 2);
  eachCell(table, (_, i, j) => {
    spread += (R[i]! / N) * (C[j]! / N) * (w(i, j) - rowMean[i]! - columnMean[j]!) ** 2;
  });
  return withTest(result, Math.sqrt(Math.max(0, spread) / N) / (1 - expected));
}
