import { type Crosstab, fourCells, isTwoByTwo } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { criticalZ } from '../numerics/distributions.js';
import { gamma } from './concordance.js';
import { measured, type MeasureResult, standardError } from './result.js';

const ONLY_FOUR: Absent = { absent: 'It is defined on tables of 2 x 2.' };

/** The derivative of ln(ad/bc) in each of the four cells. */
function logOddsSlope(table: Crosstab) {
  return (i: number, j: number) => (i === j ? 1 : -1) / table.n[i]![j]!;
}

/** The odds ratio ad/(bc), with the log interval of Woolf (1955). */
export function oddsRatio(table: Crosstab, confidence: number): MeasureResult | Absent {
  if (!isTwoByTwo(table)) return ONLY_FOUR;
  const [a, b, c, d] = fourCells(table);
  if (b === 0 || c === 0) return { absent: 'An empty cell on the second diagonal would make it infinite.' };
  const value = (a / b) * (d / c);
  if (value === 0) return { value };
  const error = standardError(table, logOddsSlope(table));
  const reach = criticalZ(confidence) * error;
  return { value, ase: value * error, lower: value * Math.exp(-reach), upper: value * Math.exp(reach) };
}

/** Yule's Q = (ad - bc)/(ad + bc) (1900); it is gamma of a 2 x 2 table. */
export function yuleQ(table: Crosstab, confidence: number): MeasureResult | Absent {
  return isTwoByTwo(table) ? gamma(table, confidence) : ONLY_FOUR;
}

/** Yule's coefficient of colligation, Y = (sqrt(ad) - sqrt(bc))/(sqrt(ad) + sqrt(bc)) (1912). */
export function yuleY(table: Crosstab, confidence: number): MeasureResult | Absent {
  if (!isTwoByTwo(table)) return ONLY_FOUR;
  const [a, b, c, d] = fourCells(table);
  const same = Math.sqrt(a) * Math.sqrt(d);
  const cross = Math.sqrt(b) * Math.sqrt(c);
  if (same + cross === 0) return { absent: 'Both diagonals have an empty cell.' };
  const value = (same - cross) / (same + cross);
  if (same === 0 || cross === 0) return { value };
  // With w = ln(ad/bc), Y = tanh(w/4), whose derivative is (1 - Y²)/4.
  const slope = logOddsSlope(table);
  return measured(table, value, (i, j) => ((1 - value ** 2) / 4) * slope(i, j), confidence);
}
