import { STEPS } from '../statistic/example-tables.js';
import type { Crosstab } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { measure } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { ordering, over } from './concordance.js';
import { pairLines } from './pair-lines.js';
import type { MeasureResult } from './result.js';

/**
 * Goodman and Kruskal's gamma = (P - Q)/(P + Q) (1954; standard errors 1963, and Brown and Benedetti 1977).
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * gamma(table, 0.95).value; // 0.6
 */
export function gamma(table: Crosstab, confidence: number): MeasureResult | Absent {
  const pairs = ordering(table);
  const { concordant, discordant, P, Q } = pairs;
  if (P + Q === 0) return { absent: 'No two respondents differ on both variables, so no pair is ordered.' };
  return over(pairs, P + Q, (i, j) => 2 * (concordant[i]![j]! + discordant[i]![j]!), confidence);
}

function gammaExample(table: Crosstab): WorkedExample {
  const { P, Q, lines } = pairLines(table);
  const result = (P - Q) / (P + Q);
  return {
    formula: 'γ = (P − Q) / (P + Q)',
    steps: [...lines, `γ = (${figure(P)} − ${figure(Q)}) / (${figure(P)} + ${figure(Q)}) = ${figure(result)}`],
    result,
  };
}

/** The record of Gamma. */
export const gammaMeasure = measure({
  id: 'gamma',
  of: 'table',
  name: 'Gamma',
  symbol: 'γ',
  about:
    'Of the pairs of respondents that differ on both, how many more are ordered the same way than the other ' +
    'way. −1 to 1.',
  levels: 'ordered',
  shape: 'any',
  range: [-1, 1],
  atIndependence: 0,
  compute: ({ table, confidence }) => gamma(table, confidence),
  workedExample: ({ table }) => gammaExample(table),
  example: { request: { counts: STEPS }, value: (2100 - 500) / (2100 + 500) },
});
