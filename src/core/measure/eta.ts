import { type Crosstab, transpose } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { measured, type MeasureResult } from './result.js';

function columnsExplained(table: Crosstab, confidence: number): MeasureResult | Absent {
  const { n, R, C, N, scores } = table;
  const first = scores.columns[0]!;
  const y = scores.columns.map((score) => score - first);
  const mean = C.reduce((sum, total, j) => sum + total * y[j]!, 0) / N;
  const means = n.map((row, i) => row.reduce((sum, count, j) => sum + count * y[j]!, 0) / R[i]!);
  const whole = C.reduce((sum, total, j) => sum + total * (y[j]! - mean) ** 2, 0);
  if (!(whole > 0)) return { absent: 'All scores are the same, so there is nothing to explain.' };
  const between = R.reduce((sum, total, i) => sum + total * (means[i]! - mean) ** 2, 0);
  const value = Math.sqrt(between / whole);
  if (value === 0) return { value };
  return measured(
    table,
    value,
    (i, j) => {
      const betweenSlope = 2 * (means[i]! - mean) * y[j]! - means[i]! ** 2 + mean ** 2;
      return (betweenSlope - (between / whole) * (y[j]! - mean) ** 2) / (2 * value * whole);
    },
    confidence,
  );
}

/**
 * The correlation ratio (Pearson 1905): the root of the share of the scores' sum of squares that lies between groups.
 * `columns`: the scores of the columns, explained by the rows.
 */
export function eta(table: Crosstab, direction: 'columns' | 'rows', confidence: number): MeasureResult | Absent {
  return columnsExplained(direction === 'columns' ? table : transpose(table), confidence);
}
