import { levelOf } from '../level.js';
import { type Crosstab, fourCells, isWhole } from '../crosstab.js';
import { fisherInterval } from '../infer/exact/fisher-interval.js';
import { fisher } from '../infer/fisher.js';
import { isAbsent } from '../infer/result.js';
import { criticalZ, fCritical } from '../numerics/distributions.js';
import { border } from '../numerics/border.js';
import { phiScoreInterval } from './phi-score.js';
import { chiSquareScale } from './phi-squared-interval.js';
import { riskScoreInterval } from './risk-score.js';

/** The two ends of an interval. */
interface Ends {
  lower: number;
  upper: number;
}

/** Intervals of a 2 x 2 table that invert the test its verdict stands on. */
export interface FourIntervals {
  /** `score`: Rao's score test, Pearson's at 0. `exact`: Fisher's. `design`: the Rao-Scott test. */
  inverts: 'score' | 'exact' | 'design';
  phi: Ends;
  /** First column's share in the first row less that in the second. */
  riskDifference: Ends;
  oddsRatio: Ends;
}

/** An expected count under this, and the verdict on a 2 x 2 table of whole counts stands on Fisher's test. */
const SMALL_EXPECTED = 5;

/**
 * Whether the verdict on a 2 x 2 table stands on Fisher's exact test.
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * standsOnFisher(table); // false
 */
export function standsOnFisher(table: Crosstab): boolean {
  const { R, C, N } = table;
  return isWhole(table) && R.some((row) => C.some((column) => (row * column) / N < SMALL_EXPECTED));
}

/** The four cells with another first cell and the same margins. A cell emptied by it is 0, not a rounding under it. */
function fourWith(table: Crosstab, first: number): [a: number, b: number, c: number, d: number] {
  const [a, b, c, d] = fourCells(table);
  const more = first - a;
  const filled = (cell: number) => Math.max(0, cell);
  return [filled(first), filled(b - more), filled(c - more), filled(d + more)];
}

/**
 * Expected first cells that Cornfield's score test (1956) does not reject: (a - A)² (1/A + 1/B + 1/C + 1/D) <= limit.
 */
function cornfield(table: Crosstab, confidence: number): Ends {
  const [a, b, c, d] = fourCells(table);
  const limit = criticalZ(confidence) ** 2;
  const holds = (first: number) =>
    (first - a) ** 2 * fourWith(table, first).reduce((sum, cell) => sum + 1 / cell, 0) <= limit;
  return { lower: border(a, a - Math.min(a, d), holds), upper: border(a, a + Math.min(b, c), holds) };
}

const both = (ends: Ends, to: (end: number) => number): Ends => ({ lower: to(ends.lower), upper: to(ends.upper) });

/** What a first cell comes to with the margins of a table. */
function throughFirstCell(table: Crosstab, ends: Ends): Omit<FourIntervals, 'inverts'> {
  const { R, C, N } = table;
  const [r1 = 0, r2 = 0] = R;
  const [c1 = 0, c2 = 0] = C;
  const excess = (first: number) => N * first - r1 * c1;
  const odds = (first: number) => {
    const [a, b, c, d] = fourWith(table, first);
    return (a / b) * (d / c);
  };
  return {
    phi: both(ends, (first) => excess(first) / Math.sqrt(r1 * r2) / Math.sqrt(c1 * c2)),
    riskDifference: both(ends, (first) => excess(first) / (r1 * r2)),
    oddsRatio: both(ends, odds),
  };
}

/** Whether an interval leaves 0 out. */
const excludesZero = ({ lower, upper }: Ends) => lower > 0 || upper < 0;

function unweighted(table: Crosstab, confidence: number): FourIntervals {
  const score: FourIntervals = {
    ...throughFirstCell(table, cornfield(table, confidence)),
    inverts: 'score',
    phi: phiScoreInterval(table, confidence),
    riskDifference: riskScoreInterval(table, confidence),
  };
  if (!standsOnFisher(table)) return score;
  const test = fisher(table);
  if (isAbsent(test) || excludesZero(score.phi) === test.p < levelOf(confidence)) return score;
  const exact = fisherInterval(table, confidence);
  return exact ? { inverts: 'exact', ...throughFirstCell(table, exact) } : score;
}

/**
 * With weights: phi -+ t sqrt(m/n), m the design effect and t of n - 1 degrees of freedom, which holds 0 just where the
 * Rao-Scott test does not reject; the others follow from it with the margins of the table.
 */
function weighted(table: Crosstab, confidence: number): FourIntervals | null {
  const scale = chiSquareScale(table);
  if (!scale || !table.survey) return null;
  const [a, b, c, d] = fourCells(table);
  const { R, C, N, survey } = table;
  const root = Math.sqrt((R[0] ?? 0) * (R[1] ?? 0)) * Math.sqrt((C[0] ?? 0) * (C[1] ?? 0));
  const reach = Math.sqrt(fCritical(1 - confidence, 1, survey.n - 1) * scale.unit);
  const phi = (a * d - b * c) / root;
  const first = (value: number) =>
    Math.min(a + Math.min(b, c), Math.max(a - Math.min(a, d), ((R[0] ?? 0) * (C[0] ?? 0) + value * root) / N));
  return {
    ...throughFirstCell(table, { lower: first(phi - reach), upper: first(phi + reach) }),
    inverts: 'design',
    phi: { lower: Math.max(-1, phi - reach), upper: Math.min(1, phi + reach) },
  };
}

/**
 * Intervals of phi, the risk difference and the odds ratio of a 2 x 2 table that never contradict the test beside them:
 * they invert it. Unweighted the score test; Fisher's exact test where the verdict stands on it and the score interval
 * tells another story; with weights the Rao-Scott test. `npm run coverage` simulates how often each holds the truth.
 * @returns null where a weighted table leaves no room for chance
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * fourIntervals(table, 0.95).phi; // { lower: 0.08114, upper: 0.5454 }
 */
export function fourIntervals(table: Crosstab, confidence: number): FourIntervals | null {
  return table.survey ? weighted(table, confidence) : unweighted(table, confidence);
}
