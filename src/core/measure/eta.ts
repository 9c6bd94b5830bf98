import { total } from '../numerics/total.js';
import { STEPS } from '../statistic/example-tables.js';
import { type Crosstab, transpose } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { noncentralityOfF } from '../numerics/noncentral-f.js';
import { measure } from '../statistic/statistic.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import { type MeasureResult, standardError } from './result.js';

function columnsExplained(table: Crosstab, confidence: number): MeasureResult | Absent {
  const { n, R, C, N, scores } = table;
  const first = scores.columns[0]!;
  const y = scores.columns.map((score) => score - first);
  const mean = C.reduce((sum, total, j) => sum + total * y[j]!, 0) / N;
  const means = n.map((row, i) => row.reduce((sum, count, j) => sum + count * y[j]!, 0) / R[i]!);
  const whole = C.reduce((sum, total, j) => sum + total * (y[j]! - mean) ** 2, 0);
  if (!(whole > 0)) return { absent: 'All scores are the same, so there is nothing to explain.' };
  const between = R.reduce((sum, total, i) => sum + total * (means[i]! - mean) ** 2, 0);
  const value = Math.min(1, Math.sqrt(between / whole));
  const ends = intervalOf(table, value, confidence);
  if (value === 0) return { value, ...ends };
  const ase = standardError(table, (i, j) => {
    const betweenSlope = 2 * (means[i]! - mean) * y[j]! - means[i]! ** 2 + mean ** 2;
    return (betweenSlope - (between / whole) * (y[j]! - mean) ** 2) / (2 * value * whole);
  });
  return { value, ase, ...ends };
}

/**
 * The eta of the population at which the F of this eta, of so many groups, has so much of its distribution below it.
 * @example etaAt(0.35, 3, 60, 0.025) // 0.5188
 */
export function etaAt(value: number, groups: number, N: number, probability: number): number {
  const [df1, df2] = [groups - 1, N - groups];
  const F = value ** 2 / df1 / ((1 - value ** 2) / df2);
  const noncentrality = noncentralityOfF(F, df1, df2, probability);
  return Math.sqrt(noncentrality / (noncentrality + N));
}

/**
 * The interval of eta by inverting the noncentral F of the groups in the rows, F = (eta²/(g - 1))/((1 - eta²)/(N - g)),
 * whose noncentrality is N eta²/(1 - eta²) (Steiger 2004).
 */
function intervalOf({ R, N, survey }: Crosstab, value: number, confidence: number): Partial<MeasureResult> {
  if (survey) return { noInterval: 'With weights the F that the interval would invert does not hold.' };
  if (!(N > R.length)) return { noInterval: 'There are no more respondents than groups.' };
  // Up to rounding there is no spread left inside the groups.
  if (1 - value ** 2 < 1e-12)
    return { noInterval: 'Within each group everybody is alike, so nothing is left to chance.' };
  const tail = (1 - confidence) / 2;
  const end = (probability: number) => etaAt(value, R.length, N, probability);
  return { lower: end(1 - tail), upper: end(tail) };
}

/**
 * The correlation ratio (Pearson 1905): the root of the share of the scores' sum of squares that lies between groups.
 * `columns`: the scores of the columns, explained by the rows.
 */
function eta(table: Crosstab, direction: 'columns' | 'rows', confidence: number): MeasureResult | Absent {
  return columnsExplained(direction === 'columns' ? table : transpose(table), confidence);
}

function etaExample(given: Crosstab, direction: 'rows' | 'columns'): WorkedExample {
  const table = direction === 'columns' ? given : transpose(given);
  const { n, R, C, N } = table;
  const y = table.scores.columns;
  const mean = total(C.map((c, j) => c * y[j]!)) / N;
  const means = n.map((row, i) => total(row.map((count, j) => count * y[j]!)) / R[i]!);
  const between = total(R.map((r, i) => r * (means[i]! - mean) ** 2));
  const whole = total(C.map((c, j) => c * (y[j]! - mean) ** 2));
  const result = Math.sqrt(between / whole);
  const groups = direction === 'columns' ? 'rows' : 'columns';
  return {
    formula: `η = √(sum of squares between the ${groups} / whole sum of squares)`,
    steps: [
      `scores ${terms(y.map(figure), '; ')}; overall mean ${figure(mean)}; means of the ${groups}: ` +
        terms(means.map(figure), '; '),
      `between: ${terms(R.map((r, i) => `${figure(r)} × (${figure(means[i]!)} − ${figure(mean)})²`))} = ` +
        figure(between),
      `whole: ${terms(C.map((c, j) => `${figure(c)} × (${figure(y[j]!)} − ${figure(mean)})²`))} = ${figure(whole)}`,
      `η = √(${figure(between)} / ${figure(whole)}) = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of one direction: whose scores are explained, and by which groups. */
const explaining = <const D extends 'columns' | 'rows'>(
  direction: D,
  about: string,
  nameWith: (rows: string, columns: string) => string,
) =>
  measure({
    id: `eta:${direction}`,
    of: 'table',
    name: nameWith('rows', 'columns'),
    nameWith,
    symbol: 'η',
    about,
    levels: `ordered-${direction}`,
    shape: 'larger',
    range: [0, 1],
    atIndependence: 0,
    compute: ({ table, confidence }) => eta(table, direction, confidence),
    workedExample: ({ table }) => etaExample(table, direction),
    example: { request: { counts: STEPS }, value: Math.sqrt(20 / 120) },
  });

/** Of a table, a record for each direction. */
export const etaMeasures = [
  explaining(
    'columns',
    'How far the groups in the rows tell the scores of the columns apart; its square is the share explained.',
    (rows, columns) => `Eta, ${columns} by ${rows}`,
  ),
  explaining(
    'rows',
    'How far the groups in the columns tell the scores of the rows apart; its square is the share explained.',
    (rows, columns) => `Eta, ${rows} by ${columns}`,
  ),
] as const;
