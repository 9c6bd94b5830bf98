import { total } from '../numerics/total.js';
import { directed } from './directed.js';
import { type Crosstab, transpose } from '../crosstab.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
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
 * what is given, by the row and without it.
 */
function goodmanKruskalTau(
  table: Crosstab,
  direction: Exclude<Direction, 'symmetric'>,
  confidence: number,
): MeasureResult {
  return predictingColumns(direction === 'columns' ? table : transpose(table), confidence);
}

function goodmanKruskalTauExample(asked: Crosstab, direction: 'rows' | 'columns'): WorkedExample {
  const table = direction === 'columns' ? asked : transpose(asked);
  const [given, guessed] = direction === 'columns' ? ['R', 'C'] : ['C', 'R'];
  const { n, R, C, N } = table;
  const cells = n.flatMap((row, i) => row.map((count) => ({ count, r: R[i]! })));
  const within = total(cells.map(({ count, r }) => count ** 2 / r));
  const squares = total(C.map((c) => c ** 2));
  const result = (N * within - squares) / (N ** 2 - squares);
  return {
    formula: `τ = (N Σ n²/${given} − Σ ${guessed}²) / (N² − Σ ${guessed}²)`,
    steps: [
      `Σ n²/${given} = ${terms(cells.map(({ count, r }) => `${figure(count)}²/${figure(r)}`))} = ${figure(within)}`,
      `Σ ${guessed}² = ${terms(C.map((c) => `${figure(c)}²`))} = ${figure(squares)}`,
      `τ = (${figure(N)} × ${figure(within)} − ${figure(squares)}) / (${figure(N)}² − ${figure(squares)}) = ` +
        figure(result),
    ],
    result,
  };
}

const predicting = directed({
  stem: 'goodman-kruskal-tau',
  name: 'Goodman-Kruskal tau',
  predicts: 'predicting',
  symbol: 'τ',
  levels: 'any',
  range: [0, 1],
  compute: goodmanKruskalTau,
  workedExample: goodmanKruskalTauExample,
});

/** Of a table, a record for each direction. */
export const goodmanKruskalTauMeasures = [
  predicting('columns', 'Share of wrong guesses at the column saved, when guesses are spread in proportion.', 1 / 12),
  predicting(
    'rows',
    'Share of wrong guesses at the row saved, when guesses are spread in proportion and not put on the largest.',
    1 / 6,
  ),
] as const;
