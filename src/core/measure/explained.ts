import { isWeighted, momentsOf, NOT_WITH_WEIGHTS, whyNotPooled } from '../infer/group-moments.js';
import type { Absent } from '../infer/result.js';
import { noncentralityOfF } from '../numerics/noncentral-f.js';
import { AGES, NO_TABLE } from '../statistic/example-numbers.js';
import { measure } from '../statistic/statistic.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import type { MeasureResult } from './result.js';

/** Sums of squares with their degrees of freedom. */
interface Squares {
  between: number;
  within: number;
  df1: number;
  df2: number;
}

/** A share of the spread that groups explain, out of sums of squares. */
type Share = (squares: Squares) => number;

/**
 * The limits of the share that groups explain, by inverting the noncentral F: lambda/(lambda + N) (Steiger 2004).
 * Nobody has to correct them for bias: they are of what holds in the population.
 */
function limitsOf({ between, within, df1, df2 }: Squares, confidence: number): { lower: number; upper: number } {
  const F = between / df1 / (within / df2);
  const N = df1 + df2 + 1;
  const shareAt = (probability: number) => {
    const lambda = noncentralityOfF(F, df1, df2, probability);
    return lambda / (lambda + N);
  };
  return { lower: shareAt((1 + confidence) / 2), upper: shareAt((1 - confidence) / 2) };
}

const squaresOf = (subject: NumbersSubject): Squares => {
  const { between, within, k, N } = momentsOf(subject);
  return { between, within, df1: k - 1, df2: N - k };
};

function explained(subject: NumbersSubject, share: Share, withWeights: boolean): MeasureResult | Absent {
  const isUneven = isWeighted(subject);
  const absent = isUneven && !withWeights ? NOT_WITH_WEIGHTS : whyNotPooled(subject);
  if (absent) return absent;
  const squares = squaresOf(subject);
  const value = share(squares);
  return isUneven
    ? { value, noInterval: 'The noncentral F is of respondents who count alike.' }
    : { value, ...limitsOf(squares, subject.confidence) };
}

const ofAll: Share = ({ between, within }) => between / (between + within);
const epsilon: Share = ({ between, within, df1, df2 }) => (between - (df1 * within) / df2) / (between + within);
const omega: Share = ({ between, within, df1, df2 }) =>
  (between - (df1 * within) / df2) / (between + within + within / df2);

/** From the mean squares, as the analysis of variance has them. */
function exampleOf(
  subject: NumbersSubject,
  formula: string,
  line: (b: number, w: number, df: Squares) => [string, number],
) {
  const squares = squaresOf(subject);
  const [b, w] = [squares.between / squares.df1, squares.within / squares.df2];
  const [step, result] = line(b, w, squares);
  const example: WorkedExample = {
    formula,
    steps: [
      `mean squares: between the groups ${figure(squares.between)} / ${figure(squares.df1)} = ${figure(b)}, ` +
        `within them ${figure(squares.within)} / ${figure(squares.df2)} = ${figure(w)}`,
      `${step} = ${figure(result)}`,
    ],
    result,
  };
  return example;
}

const common = { of: 'numbers', ...NO_TABLE, atIndependence: 0 } as const;
const request = { numbers: { groups: AGES } };

/** The record of eta squared. */
export const etaSquaredMeasure = measure({
  id: 'eta-squared',
  name: 'Eta squared of the means',
  symbol: 'η²',
  about: 'The share of the spread of the numbers that lies between the groups. 0 to 1; in small samples too high.',
  range: [0, 1],
  ...common,
  compute: (subject) => explained(subject, ofAll, true),
  workedExample: (subject) =>
    exampleOf(subject, 'η² = squares between the groups / all squares', (b, w, { df1, df2 }) => [
      `η² = ${figure(df1 * b)} / (${figure(df1 * b)} + ${figure(df2 * w)})`,
      (df1 * b) / (df1 * b + df2 * w),
    ]),
  example: { request, value: 72 / 132 },
});

/** The record of omega squared. */
export const omegaSquaredMeasure = measure({
  id: 'omega-squared',
  name: 'Omega squared of the means',
  symbol: 'ω²',
  about: 'The share of the spread of the numbers that lies between the groups, corrected for chance (Hays 1963).',
  range: [-1, 1],
  ...common,
  compute: (subject) => explained(subject, omega, false),
  workedExample: (subject) =>
    exampleOf(subject, 'ω² = (k − 1)(between − within) / (all squares + within), of mean squares', (b, w, df) => [
      `ω² = ${figure(df.df1)} × (${figure(b)} − ${figure(w)}) / (${figure(df.between + df.within)} + ${figure(w)})`,
      (df.df1 * (b - w)) / (df.df1 * b + df.df2 * w + w),
    ]),
  // (72 − 2 · 60/9) / (132 + 60/9).
  example: { request, value: (72 - 120 / 9) / (132 + 60 / 9) },
});

/** The record of epsilon squared. */
export const epsilonSquaredMeasure = measure({
  id: 'epsilon-squared',
  name: 'Epsilon squared of the means',
  symbol: 'ε²',
  about: 'Eta squared less what chance alone gives it: as an adjusted share explained (Kelley 1935).',
  range: [-1, 1],
  ...common,
  compute: (subject) => explained(subject, epsilon, false),
  workedExample: (subject) =>
    exampleOf(subject, 'ε² = 1 − mean square within / mean square of all', (b, w, { df1, df2 }) => {
      const all = (df1 * b + df2 * w) / (df1 + df2);
      return [`ε² = 1 − ${figure(w)} / ${figure(all)}`, 1 - w / all];
    }),
  example: { request, value: (72 - 120 / 9) / 132 },
});
