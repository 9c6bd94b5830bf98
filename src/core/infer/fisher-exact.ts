import { total } from '../numerics/total.js';
import { type Crosstab, fourCells, isTwoByTwo, isWhole } from '../crosstab.js';
import { logFactorial } from '../numerics/distributions.js';
import { test } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { answer, type ExactOptions, tableQuestion, TIE, upright, whyNoExact } from './exact/exact.js';
import { factorials, overTables, TABLE_PROBABILITY } from './exact/over-tables.js';
import { fisher } from './fisher.js';
import { type Absent, isAbsent, type TestResult } from './result.js';

/**
 * Fisher's exact test for tables of any size (Freeman and Halton 1951): the probability of all tables with these
 * margins that are no likelier than the observed one, to a relative tolerance of 1e-7. 2 x 2 has its one-sided p as
 * well.
 * @example
 * const { table } = reduceTable([[3, 0, 1], [0, 3, 1]]);
 * fisherExact(table).p; // 0.05714
 */
export function fisherExact(table: Crosstab, options: ExactOptions = {}): TestResult | Absent {
  if (isTwoByTwo(table)) return fisher(table);
  const why = whyNoExact(table.N, isWhole(table), options);
  if (why) return why;
  const two = upright(table);
  // A table's probability is a constant over the product of its cells' factorials.
  const term = (x: number) => -logFactorial(x);
  const observed = two.n.flat().reduce((sum, x) => sum + term(x), 0);
  // In the largest of tables the rounding of the logarithms is wider than the tolerance.
  const limit = observed + Math.max(TIE, Math.abs(observed) * 1e-14);
  return answer(tableQuestion(two, { term, kind: () => 0 }, limit, Math.max(1, Math.abs(observed) / 100)), options);
}

/** Fisher's p of 2 x 2: the probability of the observed table, and what is added up. */
function fisherFourExample(table: Crosstab): WorkedExample | null {
  const result = fisher(table);
  if (isAbsent(result)) return null;
  const [a, b, c, d] = fourCells(table);
  const [r1, r2, c1, c2] = [table.R[0]!, table.R[1]!, table.C[0]!, table.C[1]!];
  const log = total([r1, r2, c1, c2].map(logFactorial)) - total([table.N, a, b, c, d].map(logFactorial));
  const low = Math.max(0, r1 + c1 - table.N);
  const high = Math.min(r1, c1);
  return {
    formula:
      'P(table) = R₁! R₂! C₁! C₂! / (N! a! b! c! d!); p = Σ P over the tables with these totals that are no likelier',
    steps: [
      `P(observed) = ${[r1, r2, c1, c2].map((x) => `${figure(x)}!`).join(' ')} / ` +
        `(${[table.N, a, b, c, d].map((x) => `${figure(x)}!`).join(' ')}) = ${figure(Math.exp(log))}`,
      `tables with these totals: ${figure(high - low + 1)}, the first cell from ${figure(low)} to ${figure(high)}`,
      `p = the sum of P over those whose P is no more than ${figure(Math.exp(log))} = ${figure(result.p)}`,
    ],
    result: result.p,
  };
}

/** Fisher's p of a table of any size: what the observed table's probability is, and what is added up. */
function fisherLargeExample({ n, R, C, N }: Crosstab, test: TestResult): WorkedExample {
  const cells = n.flat();
  const log =
    total([...R, ...C].map((x) => logFactorial(x))) - logFactorial(N) - total(cells.map((x) => logFactorial(x)));
  return {
    formula:
      `${TABLE_PROBABILITY}; p = Σ P over the tables with these totals that are no likelier than the ` + 'observed one',
    steps: [
      `P(observed) = ${factorials([...R, ...C])} / (${figure(N)}! ${factorials(cells)})`,
      `ln P(observed) = ${figure(log)}, so P(observed) = ${figure(Math.exp(log))}`,
      overTables(test, `whose P is no more than ${figure(Math.exp(log))}`),
    ],
    result: test.p,
  };
}

/** The record of Fisher's exact test. */
export const fisherTest = test({
  id: 'fisher',
  of: 'table',
  name: "Fisher's exact test",
  symbol: 'p',
  about: 'Works the probability out from all tables with these totals; right however small the counts.',
  levels: 'any',
  shape: 'any',
  slow: true,
  compute: ({ table, exact }) => fisherExact(table, exact),
  workedExample: ({ table }, result) =>
    isTwoByTwo(table) ? fisherFourExample(table) : fisherLargeExample(table, result),
  example: {
    request: {
      counts: [
        [3, 1],
        [1, 3],
      ],
    },
    value: 34 / 70,
    source: 'Fisher 1935, the tea tasting: 1 + 16 of 70 tables on either side',
  },
});
