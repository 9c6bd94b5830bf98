import { FOURFOLD } from '../statistic/example-tables.js';
import { type Crosstab, fourCells, isTwoByTwo } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { criticalZ } from '../numerics/distributions.js';
import { measure } from '../statistic/statistic.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { logOddsSlope } from './log-odds.js';
import { ONLY_FOUR } from './only-four.js';
import { type MeasureResult, standardError } from './result.js';

/** The odds ratio ad/(bc), with the log interval of Woolf (1955). */
function oddsRatio(table: Crosstab, confidence: number): MeasureResult | Absent {
  if (!isTwoByTwo(table)) return ONLY_FOUR;
  const [a, b, c, d] = fourCells(table);
  if (b === 0 || c === 0) return { absent: 'An empty cell on the second diagonal would make it infinite.' };
  const value = (a / b) * (d / c);
  if (value === 0) return { value };
  const error = standardError(table, logOddsSlope(table));
  const reach = criticalZ(confidence) * error;
  return { value, ase: value * error, lower: value * Math.exp(-reach), upper: value * Math.exp(reach) };
}

function oddsRatioExample(table: Crosstab): WorkedExample {
  const [a, b, c, d] = fourCells(table);
  const result = (a * d) / (b * c);
  const error = Math.sqrt(1 / a + 1 / b + 1 / c + 1 / d);
  return {
    formula: 'OR = ad / bc',
    steps: [
      ...(table.survey || !(result > 0)
        ? []
        : [
            `standard error of ln OR = √(1/${figure(a)} + 1/${figure(b)} + 1/${figure(c)} + 1/${figure(d)}) = ` +
              `${figure(error)}; the interval is OR × e^(± 1.96 × ${figure(error)})`,
          ]),
      `OR = (${figure(a)} × ${figure(d)}) / (${figure(b)} × ${figure(c)}) = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of Odds ratio. */
export const oddsRatioMeasure = measure({
  id: 'odds-ratio',
  of: 'table',
  name: 'Odds ratio',
  symbol: 'OR',
  about: 'How many times as large the odds are in one group as in the other; 1 is no difference.',
  levels: 'any',
  shape: 'two-by-two',
  range: null,
  atIndependence: 1,
  ofOddsRatio: (oddsRatio) => oddsRatio,
  compute: ({ table, confidence }) => oddsRatio(table, confidence),
  workedExample: ({ table }) => oddsRatioExample(table),
  example: { request: { counts: FOURFOLD }, value: 6 },
});
