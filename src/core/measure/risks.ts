import { type Crosstab, fourCells, isTwoByTwo } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { criticalZ } from '../numerics/distributions.js';
import { fourIntervals } from './four-intervals.js';
import { type MeasureResult, standardError } from './result.js';

const ONLY_FOUR: Absent = { absent: 'It is defined on tables of 2 x 2.' };

/** Rows are the groups; the first column is what is at risk of happening. */
function risksOf(table: Crosstab) {
  const [a, , c] = fourCells(table);
  const [r1, r2] = [table.R[0]!, table.R[1]!];
  return { first: a / r1, second: c / r2, r1, r2 };
}

/** The ratio of the first column's shares in the two rows, with the log interval of Katz and others (1978). */
export function riskRatio(table: Crosstab, confidence: number): MeasureResult | Absent {
  if (!isTwoByTwo(table)) return ONLY_FOUR;
  const { first, second, r1, r2 } = risksOf(table);
  if (second === 0) return { absent: 'Nobody in the second row is in the first column: the ratio would be infinite.' };
  const value = first / second;
  if (value === 0) return { value };
  const slope = (i: number, j: number) => {
    const [share, total, sign] = i === 0 ? [first, r1, 1] : [second, r2, -1];
    return (sign * ((j === 0 ? 1 : 0) - share)) / (share * total);
  };
  const error = standardError(table, slope);
  const reach = criticalZ(confidence) * error;
  return { value, ase: value * error, lower: value * Math.exp(-reach), upper: value * Math.exp(reach) };
}

/**
 * The difference of the first column's shares in the two rows, first less second. Its interval inverts the test that
 * the verdict on a 2 x 2 table stands on.
 */
export function riskDifference(table: Crosstab, confidence: number): MeasureResult | Absent {
  if (!isTwoByTwo(table)) return ONLY_FOUR;
  const { first, second, r1, r2 } = risksOf(table);
  const ase = standardError(table, (i, j) => {
    const [share, total, sign] = i === 0 ? [first, r1, 1] : [second, r2, -1];
    return (sign * ((j === 0 ? 1 : 0) - share)) / total;
  });
  const intervals = fourIntervals(table, confidence);
  const ends = intervals?.riskDifference ?? { noInterval: 'The cells leave no room for chance.' };
  return { value: first - second, ase, ...ends };
}
