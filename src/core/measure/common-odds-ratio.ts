import { total } from '../numerics/total.js';
import { STRATA } from '../statistic/example-tables.js';
import { fourCells } from '../crosstab.js';
import { type Absent, isAbsent } from '../infer/result.js';
import { criticalZ, normalTwoSided } from '../numerics/distributions.js';
import { measure } from '../statistic/statistic.js';
import type { StrataSubject, Stratum } from '../statistic/subjects.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import type { MeasureResult } from './result.js';

/** The parts of the common odds ratio: ad/N and bc/N of each stratum. */
function products(strata: readonly Stratum[]) {
  return strata
    .filter(({ N }) => N > 0)
    .map((stratum) => {
      const [a, b, c, d] = fourCells(stratum);
      const { N } = stratum;
      return { R: (a / N) * d, S: (b / N) * c, P: (a + d) / N, Q: (b + c) / N };
    });
}

/**
 * The odds ratio common to 2 x 2 strata, sum(ad/N)/sum(bc/N) (Mantel and Haenszel 1959), with the variance of its
 * logarithm after Robins, Breslow and Greenland (1986).
 * @example
 * const strata = [
 *   {
 *     n: [[20, 10], [10, 20]],
 *     R: [30, 30],
 *     C: [30, 30],
 *     N: 60,
 *   },
 * ];
 * commonOddsRatio(strata, 0.95).value; // 4
 */
export function commonOddsRatio(strata: readonly Stratum[], confidence: number): MeasureResult | Absent {
  const parts = products(strata);
  const add = (part: (figures: (typeof parts)[number]) => number) =>
    parts.reduce((sum, stratum) => sum + part(stratum), 0);
  const R = add((stratum) => stratum.R);
  const S = add((stratum) => stratum.S);
  if (S === 0) return { absent: 'In no stratum is anyone on the second diagonal: it would be infinite.' };
  if (R === 0) return { value: 0 };
  const value = R / S;
  const error = Math.sqrt(
    add(({ P, R: r }) => P * r) / (2 * R * R) +
      add(({ P, Q, R: r, S: s }) => P * s + Q * r) / (2 * R * S) +
      add(({ Q, S: s }) => Q * s) / (2 * S * S),
  );
  const reach = criticalZ(confidence) * error;
  return { value, ase: value * error, lower: value * Math.exp(-reach), upper: value * Math.exp(reach) };
}

/** z of a common odds ratio against 1, from its Robins-Breslow-Greenland standard error. */
function commonOddsRatioTest({ value, ase }: MeasureResult): { z: number; p: number } | null {
  if (ase === undefined || !(value > 0)) return null;
  const z = Math.log(value) / (ase / value);
  return { z, p: normalTwoSided(z) };
}

const filled = (strata: readonly Stratum[]) => strata.filter(({ N }) => N > 0);

/** ad/N and bc/N of each stratum, and their ratio. */
export function commonOddsRatioExample(strata: readonly Stratum[]): WorkedExample {
  const four = filled(strata).map((stratum) => ({ cells: fourCells(stratum), N: stratum.N }));
  const sum = (part: (stratum: (typeof four)[number]) => number) => total(four.map(part));
  const over = sum(({ cells: [a, , , d], N }) => (a / N) * d);
  const under = sum(({ cells: [, b, c], N }) => (b / N) * c);
  return {
    formula: 'OR = Σ (ad/N) / Σ (bc/N) over the strata',
    steps: [
      'Σ ad/N = ' +
        `${terms(four.map(({ cells: [a, , , d], N }) => `${figure(a)} × ${figure(d)} / ${figure(N)}`))} = ` +
        figure(over),
      `Σ bc/N = ${terms(four.map(({ cells: [, b, c], N }) => `${figure(b)} × ${figure(c)} / ${figure(N)}`))} ` +
        `= ${figure(under)}`,
      `OR = ${figure(over)} / ${figure(under)} = ${figure(over / under)}`,
    ],
    result: over / under,
  };
}

/** Whether a stratum is a 2 x 2 table. */
export const isFour = ({ R, C }: Stratum) => R.length === 2 && C.length === 2;
export const NOT_FOUR: Absent = { absent: 'It is defined on strata of 2 x 2.' };

/** The common odds ratio with its z. */
function tested({ strata, confidence }: StrataSubject): MeasureResult | Absent {
  if (!strata.every(isFour)) return NOT_FOUR;
  const common = commonOddsRatio(strata, confidence);
  return isAbsent(common) ? common : { ...common, ...(commonOddsRatioTest(common) ?? {}) };
}

/** Of 2 x 2 strata: the common odds ratio. */
export const commonOddsRatioMeasure = measure({
  id: 'common-odds-ratio',
  of: 'strata',
  name: 'Common odds ratio',
  symbol: 'OR',
  about: 'The odds ratio within strata, taken together (Mantel-Haenszel).',
  levels: 'any',
  shape: 'two-by-two',
  range: null,
  atIndependence: 1,
  compute: tested,
  workedExample: ({ strata }) => commonOddsRatioExample(strata),
  example: {
    request: {
      strata: STRATA,
    },
    value: 5,
  },
});
