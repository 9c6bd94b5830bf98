import { total } from '../numerics/total.js';
import { chiSquare } from './chi-square.js';
import { TWICE } from '../statistic/example-tables.js';
import { type Crosstab, isWhole } from '../crosstab.js';
import { chiSquareSurvival } from '../numerics/distributions.js';
import { test } from '../statistic/statistic.js';
import { onSquare, sumOnSquare } from '../statistic/subjects.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import { NO_CHANGE, WEIGHTED } from './paired.js';
import type { Absent, TestResult } from './result.js';

/**
 * Bowker's test of symmetry of a square table: sum over pairs of (n_ij - n_ji)²/(n_ij + n_ji), df the number of pairs
 * that anyone is in (Bowker 1948).
 */
function bowker(table: Crosstab): TestResult | Absent {
  if (!isWhole(table)) return WEIGHTED;
  let statistic = 0;
  let df = 0;
  table.n.forEach((row, i) => {
    for (let j = i + 1; j < row.length; j++) {
      const [there, back] = [row[j]!, table.n[j]![i]!];
      if (there + back === 0) continue;
      statistic += (there - back) ** 2 / (there + back);
      df++;
    }
  });
  return df === 0 ? NO_CHANGE : chiSquare(statistic, df);
}

function bowkerExample(square: Crosstab): WorkedExample {
  const pairs = square.n.flatMap((row, i) =>
    row.slice(i + 1).map((there, k) => ({ there, back: square.n[i + 1 + k]![i]! })),
  );
  const used = pairs.filter(({ there, back }) => there + back > 0);
  const result = total(used.map(({ there, back }) => (there - back) ** 2 / (there + back)));
  const quotients = used.map(
    ({ there, back }) => `(${figure(there)} − ${figure(back)})² / (${figure(there)} + ${figure(back)})`,
  );
  return {
    formula: 'X² = Σ (n_ij − n_ji)² / (n_ij + n_ji) over the pairs of categories that anyone is in',
    steps: [
      `X² = ${terms(quotients)} = ${figure(result)}`,
      `df = ${used.length} pairs; p = ${figure(chiSquareSurvival(result, used.length))}`,
    ],
    result,
  };
}

/** The record of Bowker's symmetry. */
export const bowkerTest = test({
  id: 'bowker',
  of: 'table',
  name: "Bowker's symmetry",
  symbol: 'χ²',
  about: 'For the same people asked twice: do moves from each category to each other one balance?',
  levels: 'any',
  shape: 'paired',
  compute: onSquare(bowker),
  workedExample: sumOnSquare(bowkerExample),
  example: { request: { counts: TWICE }, value: 110 / 21 },
});
