import { chiSquare } from './chi-square.js';
import { pLine } from './chi-square-lines.js';
import { FOURFOLD } from '../statistic/example-tables.js';
import { type Crosstab, isWhole } from '../crosstab.js';
import { evenBinomialCumulative } from '../numerics/distributions.js';
import { test } from '../statistic/statistic.js';
import { onSquare, sumOnSquare } from '../statistic/subjects.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { NO_CHANGE, WEIGHTED } from './paired.js';
import type { Absent, TestResult } from './result.js';

/**
 * McNemar's test of a paired 2 x 2 table: (b - c)²/(b + c), df 1 (McNemar 1947); corrected for continuity, held at 0
 * (Edwards 1948); exact, b out of b + c at even odds.
 */
function mcnemar(table: Crosstab): TestResult | Absent {
  const { n, R } = table;
  if (R.length !== 2) return { absent: 'It is for paired tables of 2 x 2.' };
  if (!isWhole(table)) return WEIGHTED;
  const [b, c] = [n[0]![1]!, n[1]![0]!];
  if (b + c === 0) return NO_CHANGE;
  const tail = evenBinomialCumulative(Math.min(b, c), b + c);
  return {
    ...chiSquare((b - c) ** 2 / (b + c), 1),
    variants: {
      'continuity-corrected': chiSquare(Math.max(0, Math.abs(b - c) - 1) ** 2 / (b + c), 1),
      exact: {
        p: Math.min(1, 2 * tail),
        pLess: evenBinomialCumulative(b, b + c),
        pGreater: evenBinomialCumulative(c, b + c),
      },
    },
  };
}

function mcnemarExample(square: Crosstab): WorkedExample {
  const [b, c] = [square.n[0]![1]!, square.n[1]![0]!];
  const result = (b - c) ** 2 / (b + c);
  return {
    formula: 'X² = (b − c)² / (b + c), b and c those who changed, 1 df',
    steps: [
      `X² = (${figure(b)} − ${figure(c)})² / (${figure(b)} + ${figure(c)}) = ${figure(result)}`,
      pLine(result, 1),
    ],
    result,
  };
}

/** The record of McNemar's test. */
export const mcnemarTest = test({
  id: 'mcnemar',
  of: 'table',
  name: "McNemar's test",
  symbol: 'χ²',
  about: 'For the same people asked twice: do as many change one way as the other?',
  levels: 'any',
  shape: 'paired',
  compute: onSquare(mcnemar),
  workedExample: sumOnSquare(mcnemarExample),
  example: { request: { counts: FOURFOLD }, value: 10 / 3 },
});
