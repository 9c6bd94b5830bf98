import { total } from '../numerics/total.js';
import { directed } from './directed.js';
import { type Crosstab, transpose } from '../crosstab.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import type { Direction } from './direction.js';
import { measured, type MeasureResult, standardError } from './result.js';

/** Where the largest value stands, and whether another equals it. */
function largest(values: readonly number[]): { at: number; value: number; tied: boolean } {
  const value = Math.max(...values);
  return { at: values.indexOf(value), value, tied: values.filter((v) => v === value).length > 1 };
}

interface Guess {
  /** Right guesses knowing the row, and not knowing it. */
  knowing: number;
  blind: number;
  /** Slopes of the two in n[i][j]. */
  knowingSlope: (i: number, j: number) => number;
  blindSlope: (i: number, j: number) => number;
  tied: boolean;
}

/** Guessing the column: best guess in each row, and best guess overall. */
function guessColumns(table: Crosstab): Guess {
  const rows = table.n.map(largest);
  const all = largest(table.C);
  return {
    knowing: rows.reduce((sum, row) => sum + row.value, 0),
    blind: all.value,
    knowingSlope: (i, j) => (rows[i]?.at === j ? 1 : 0),
    blindSlope: (_, j) => (all.at === j ? 1 : 0),
    tied: all.tied || rows.some((row) => row.tied),
  };
}

function fromGuesses(table: Crosstab, guesses: readonly Guess[], confidence: number): MeasureResult {
  const sum = (part: (guess: Guess) => number) => guesses.reduce((total, guess) => total + part(guess), 0);
  const gain = sum((g) => g.knowing - g.blind);
  const errors = sum((g) => table.N - g.blind);
  const value = gain / errors;
  if (guesses.some((guess) => guess.tied)) {
    return { value, noInterval: 'Two categories tie for the largest, so lambda has no derivative here.' };
  }
  const slope = (i: number, j: number) => {
    const gainSlope = sum((g) => g.knowingSlope(i, j) - g.blindSlope(i, j));
    const errorSlope = sum((g) => 1 - g.blindSlope(i, j));
    return (gainSlope - value * errorSlope) / errors;
  };
  if (value > 0) return measured(table, value, slope, confidence);
  return {
    value: 0,
    ase: standardError(table, slope),
    noInterval: 'The best guess is the same in every group. At 0, the edge of lambda, there is no interval.',
  };
}

/**
 * Goodman and Kruskal's lambda (1954): the share of errors in guessing one variable's category that knowing the
 * other's saves. `columns` predicts the column from the row. Where two categories tie for the largest, lambda has no
 * derivative and no `ase` is given.
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * lambda(table, 'columns', 0.95).value; // 0.3333
 */
export function lambda(table: Crosstab, direction: Direction, confidence: number): MeasureResult {
  const columns = guessColumns(table);
  const flipped = guessColumns(transpose(table));
  const rows: Guess = {
    ...flipped,
    knowingSlope: (i, j) => flipped.knowingSlope(j, i),
    blindSlope: (i, j) => flipped.blindSlope(j, i),
  };
  const guesses = { columns: [columns], rows: [rows], symmetric: [columns, rows] }[direction];
  return fromGuesses(table, guesses, confidence);
}

const most = (values: readonly number[]) => Math.max(...values);

function lambdaExample(table: Crosstab, direction: Direction): WorkedExample {
  const guessesOf = (side: Crosstab) => {
    const best = side.n.map(most);
    return { best, knowing: total(best), blind: most(side.C) };
  };
  const columns = guessesOf(table);
  const rows = guessesOf(transpose(table));
  const { N } = table;
  if (direction === 'symmetric') {
    const gain = columns.knowing + rows.knowing - columns.blind - rows.blind;
    const errors = 2 * N - columns.blind - rows.blind;
    return {
      formula:
        'λ = (Σ largest in each row + Σ largest in each column − largest C − largest R) / (2N − largest C − largest R)',
      steps: [
        `largest in each row: ${terms(columns.best.map(figure))} = ${figure(columns.knowing)}`,
        `largest in each column: ${terms(rows.best.map(figure))} = ${figure(rows.knowing)}`,
        `λ = (${figure(columns.knowing)} + ${figure(rows.knowing)} − ${figure(columns.blind)} − ` +
          `${figure(rows.blind)}) / (${figure(2 * N)} − ${figure(columns.blind)} − ${figure(rows.blind)}) = ` +
          figure(gain / errors),
      ],
      result: gain / errors,
    };
  }
  const { best, knowing, blind } = direction === 'columns' ? columns : rows;
  const [given, guessed] = direction === 'columns' ? ['row', 'column'] : ['column', 'row'];
  const result = (knowing - blind) / (N - blind);
  return {
    formula: `λ = (Σ largest in each ${given} − largest ${guessed} total) / (N − largest ${guessed} total)`,
    steps: [
      `knowing the ${given}, right guesses: ${terms(best.map(figure))} = ${figure(knowing)}`,
      `not knowing it: ${figure(blind)}, so ${figure(N)} − ${figure(blind)} = ${figure(N - blind)} errors`,
      `λ = (${figure(knowing)} − ${figure(blind)}) / ${figure(N - blind)} = ${figure(result)}`,
    ],
    result,
  };
}

const predicting = directed({
  stem: 'lambda',
  name: 'Lambda',
  predicts: 'predicting',
  symbol: 'λ',
  levels: 'any',
  range: [0, 1],
  blind: true,
  compute: lambda,
  workedExample: lambdaExample,
});

/** Of a table, a record for each direction. */
export const lambdaMeasures = [
  predicting('columns', 'Share of wrong guesses at the column that knowing the row saves.', 20 / 80),
  predicting('rows', 'Share of wrong guesses at the row that knowing the column saves.', 20 / 60),
  predicting(
    'symmetric',
    'Share of wrong guesses saved when row and column are each guessed half of the time.',
    40 / 140,
  ),
] as const;
