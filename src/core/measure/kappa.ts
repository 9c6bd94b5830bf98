import { total } from '../numerics/total.js';
import { TWICE } from '../statistic/example-tables.js';
import { type Crosstab, eachCell } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { measure } from '../statistic/statistic.js';
import { onSquare, sumOnSquare } from '../statistic/subjects.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
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
function kappa(table: Crosstab, agreement: Agreement, confidence: number): MeasureResult | Absent {
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

/** Kappa by hand, with or without weights. */
function kappaExample(square: Crosstab, agreement: Agreement): WorkedExample {
  const power = { identity: 0, linear: 1, quadratic: 2 }[agreement];
  const { n, R, C, N } = square;
  const k = R.length;
  const w = (i: number, j: number) => (power === 0 ? Number(i === j) : 1 - (Math.abs(i - j) / (k - 1)) ** power);
  const observed = total(n.flatMap((row, i) => row.map((count, j) => w(i, j) * count))) / N;
  const expected = total(R.flatMap((r, i) => C.map((c, j) => w(i, j) * r * c))) / N ** 2;
  const result = (observed - expected) / (1 - expected);
  const weights = { identity: '', linear: ', w = 1 − |i − j|/(k − 1)', quadratic: ', w = 1 − (i − j)²/(k − 1)²' }[
    agreement
  ];
  return {
    formula: `κ = (Po − Pe) / (1 − Pe)${weights}`,
    steps: [
      power === 0
        ? `Po = (${terms(n.map((row, i) => figure(row[i]!)))}) / ${figure(N)} = ${figure(observed)}`
        : `Po = Σ w n / N = ${figure(observed)}`,
      power === 0
        ? `Pe = (${terms(R.map((r, i) => `${figure(r)} × ${figure(C[i]!)}`))}) / ${figure(N)}² = ${figure(expected)}`
        : `Pe = Σ w R C / N² = ${figure(expected)}`,
      `κ = (${figure(observed)} − ${figure(expected)}) / (1 − ${figure(expected)}) = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of one way to count near misses. */
const agreeing = <const Id extends string>(
  id: Id,
  kind: Agreement,
  name: string,
  symbol: string,
  about: string,
  value: number,
) =>
  measure({
    id,
    of: 'table',
    name,
    symbol,
    about,
    levels: 'any',
    shape: 'paired',
    range: [-1, 1],
    atIndependence: null,
    compute: onSquare((square, confidence) => kappa(square, kind, confidence)),
    workedExample: sumOnSquare((square) => kappaExample(square, kind)),
    example: {
      request: { counts: TWICE },
      value,
    },
  });

/** Of a table of two coders, a record for each way to count near misses. */
export const kappaMeasures = [
  agreeing(
    'kappa',
    'identity',
    'Kappa',
    'κ',
    'Agreement of two coders beyond what their totals alone would give; 1 is full, 0 is chance.',
    19 / 44,
  ),
  agreeing(
    'weighted-kappa:linear',
    'linear',
    'Weighted kappa, linear',
    'κw',
    'Kappa where near misses count in part, less with each category between.',
    273 / 548,
  ),
  agreeing(
    'weighted-kappa:quadratic',
    'quadratic',
    'Weighted kappa, quadratic',
    'κw',
    'Kappa where near misses count in large part, far ones hardly at all.',
    229 / 404,
  ),
] as const;
