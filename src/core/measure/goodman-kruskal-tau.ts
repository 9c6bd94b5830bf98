import { type Crosstab, transpose } from '../crosstab.js';
import type { Direction } from './direction.js';
import { measured, type MeasureResult } from './result.js';

/** Predicting the column: (N sum n²/R - sum C²)/(N² - sum C²). */
function predictingColumns(table: Crosstab, confidence: number): MeasureResult {
  const { n, R, C, N } = table;
  const rowSquares = n.map((row) => row.reduce((sum, value) => sum + value ** 2, 0));
  const within = rowSquares.reduce((sum, squares, i) => sum + squares / R[i]!, 0);
  const squares = C.reduce((sum, total) => sum + total ** 2, 0);
  const gain = N * within - squares;
  const errors = N ** 2 - squares;
  const value = gain / errors;
  return measured(
    table,
    value,
    (i, j) => {
      const withinSlope = (2 * n[i]![j]!) / R[i]! - rowSquares[i]! / R[i]! ** 2;
      const gainSlope = within + N * withinSlope - 2 * C[j]!;
      return (gainSlope - value * (2 * N - 2 * C[j]!)) / errors;
    },
    confidence,
  );
}

/**
 * Goodman and Kruskal's tau (1954): the share of errors saved when the category is guessed at random in proportion to
 * what is known, by the row and without it.
 */
export function goodmanKruskalTau(
  table: Crosstab,
  direction: Exclude<Direction, 'symmetric'>,
  confidence: number,
): MeasureResult {
  return predictingColumns(direction === 'columns' ? table : transpose(table), confidence);
}
