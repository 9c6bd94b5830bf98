import { FOURFOLD } from '../statistic/example-tables.js';
import { type Crosstab, fourCells, isTwoByTwo } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { measure } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { logOddsSlope } from './log-odds.js';
import { ONLY_FOUR } from './only-four.js';
import { measured, type MeasureResult } from './result.js';

/** Yule's coefficient of colligation, Y = (sqrt(ad) - sqrt(bc))/(sqrt(ad) + sqrt(bc)) (1912). */
function yuleY(table: Crosstab, confidence: number): MeasureResult | Absent {
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

function yuleYExample(table: Crosstab): WorkedExample {
  const [a, b, c, d] = fourCells(table);
  const [same, cross] = [Math.sqrt(a * d), Math.sqrt(b * c)];
  const result = (same - cross) / (same + cross);
  return {
    formula: 'Y = (√(ad) − √(bc)) / (√(ad) + √(bc))',
    steps: [
      `√(ad) = ${figure(same)}; √(bc) = ${figure(cross)}`,
      `Y = (${figure(same)} − ${figure(cross)}) / (${figure(same)} + ${figure(cross)}) = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of Yule's Y. */
export const yuleYMeasure = measure({
  id: 'yule-y',
  of: 'table',
  name: "Yule's Y",
  symbol: 'Y',
  about: 'Like Q, from the root of the odds ratio; phi as it would be with even totals.',
  levels: 'any',
  shape: 'two-by-two',
  range: [-1, 1],
  atIndependence: 0,
  ofOddsRatio: (oddsRatio) => (Math.sqrt(oddsRatio) - 1) / (Math.sqrt(oddsRatio) + 1),
  compute: ({ table, confidence }) => yuleY(table, confidence),
  workedExample: ({ table }) => yuleYExample(table),
  example: { request: { counts: FOURFOLD }, value: (Math.sqrt(6) - 1) / (Math.sqrt(6) + 1) },
});
