import { Fault } from './fault.js';
import { total } from './numerics/total.js';

type Cells = readonly (readonly number[])[];

/** What a weighted table needs besides its sums of weights: who stands behind them, and how uneven the weights are. */
interface Survey {
  /** Respondents in each cell. */
  readonly respondents: Cells;
  /** Sum of the squared weights in each cell. */
  readonly squares: Cells;
  /** All respondents in the table. */
  readonly n: number;
  /** Kish's effective base, W²/sum w² (Kish 1965). */
  readonly effectiveBase: number;
}

/** A table of counts with its margins; no row and no column is empty. */
export interface Crosstab {
  /** `n[i][j]`, respondents in row i and column j; in a weighted table, the sum of their weights. */
  readonly n: Cells;
  /** Row totals. */
  readonly R: readonly number[];
  /** Column totals. */
  readonly C: readonly number[];
  readonly N: number;
  /** Scores of the categories, 1 to k where none were given. */
  readonly scores: { readonly rows: readonly number[]; readonly columns: readonly number[] };
  /** Null where every respondent counts once. */
  readonly survey: Survey | null;
}

/** Weights of a table: for each cell the sum of w and of w². */
export interface Weights {
  sums: Cells;
  squares: Cells;
}

/** How a table of counts is to be taken. */
export interface TableOptions {
  weights?: Weights | undefined;
  rowScores?: readonly number[] | undefined;
  columnScores?: readonly number[] | undefined;
}

/** Positions (from 0) of the empty rows and columns that were taken out. */
export interface Dropped {
  rows: number[];
  columns: number[];
}

const MOST_CELLS = 1_000_000;
/** The smallest count that is not 0; sums of weights can be fractions. */
const LEAST = 1e-9;

/**
 * Checks a rectangular array of counts; `field` and `of` say which, where there are several.
 * @throws Fault naming the first cell that is negative, not finite or absent.
 */
export function checkCounts(counts: Cells, field = 'counts', of = ''): void {
  const width = counts[0]?.length ?? 0;
  if (counts.length === 0 || width === 0) {
    throw new Fault('invalid', `${of}The table has no cells.`, 'Give at least two rows and two columns of counts.', {
      field,
    });
  }
  if (counts.length * width > MOST_CELLS) {
    throw new Fault(
      'too-large',
      `The table has ${counts.length} x ${width} cells; ${MOST_CELLS.toLocaleString('en')} is the most.`,
      'Merge categories first.',
      { field },
    );
  }
  let total = 0;
  let least = Infinity;
  counts.forEach((row, i) => {
    if (row.length !== width) {
      throw new Fault(
        'invalid',
        `${of}Row ${i + 1} has ${row.length} cells where row 1 has ${width}.`,
        'Give every row the same number of cells; an empty cell is 0.',
        { field, cell: { row: i + 1, column: Math.min(row.length, width) + 1 } },
      );
    }
    row.forEach((value, j) => {
      const place = { field, cell: { row: i + 1, column: j + 1 } };
      if (!Number.isFinite(value) || value < 0) {
        throw new Fault(
          'invalid',
          `${of}Row ${i + 1}, column ${j + 1} holds ${String(value)}, which is not a count.`,
          'Counts are finite numbers from 0 up.',
          place,
        );
      }
      if (value > 0 && value < LEAST) {
        throw new Fault(
          'invalid',
          `${of}Row ${i + 1}, column ${j + 1} holds ${value}, which is too small to stand for anyone.`,
          'Scale the weights so that they are about 1 on average.',
          place,
        );
      }
      if (value > 0) least = Math.min(least, value);
      total += value;
      if (total > Number.MAX_SAFE_INTEGER) {
        throw new Fault(
          'too-large',
          `At row ${i + 1}, column ${j + 1} the counts add up to more than 9e15, past which numbers lose their units.`,
          'Give smaller counts.',
          place,
        );
      }
    });
  });
  if (total > least * Number.MAX_SAFE_INTEGER) {
    const row = counts.findIndex((line) => line.includes(least));
    throw new Fault(
      'invalid',
      `The smallest count, ${least}, is lost beside the total of ${total}.`,
      'Take it out, or check the two for a slip.',
      { field, cell: { row: row + 1, column: (counts[row]?.indexOf(least) ?? 0) + 1 } },
    );
  }
}

function checkScores(scores: readonly number[] | undefined, length: number, field: string): void {
  if (scores === undefined) return;
  if (scores.length !== length) {
    throw new Fault(
      'invalid',
      `There are ${scores.length} scores for ${length} categories.`,
      'Give one score for each category, empty ones too.',
      { field },
    );
  }
  const bad = scores.findIndex((score) => !Number.isFinite(score));
  if (bad >= 0) throw new Fault('invalid', `Score ${bad + 1} is not a number.`, 'Give a number.', { field });
}

/**
 * Checks counts with their weights and scores.
 * @throws Fault naming the first cell that cannot be: a shape that differs from that of the counts, weight without a
 * respondent, squares smaller than the sum allows
 */
export function checkTable(counts: Cells, { weights, rowScores, columnScores }: TableOptions): void {
  checkCounts(counts);
  checkScores(rowScores, counts.length, 'rowScores');
  checkScores(columnScores, counts[0]?.length ?? 0, 'columnScores');
  if (!weights) return;
  for (const part of ['sums', 'squares'] as const) {
    checkCounts(weights[part], `weights.${part}`);
    if (weights[part].length !== counts.length || weights[part][0]?.length !== counts[0]?.length) {
      throw new Fault(
        'invalid',
        `The ${part} of the weights have another shape than the counts.`,
        'Give both one row for each row of counts, and one cell for each cell.',
        { field: `weights.${part}` },
      );
    }
  }
  counts.forEach((row, i) =>
    row.forEach((count, j) => {
      const sum = weights.sums[i]?.[j] ?? 0;
      const square = weights.squares[i]?.[j] ?? 0;
      const place = { field: 'weights', cell: { row: i + 1, column: j + 1 } };
      const cell = `Row ${i + 1}, column ${j + 1}`;
      if (!Number.isInteger(count)) {
        throw new Fault(
          'invalid',
          `${cell} holds ${count} respondents.`,
          'With weights, the counts are respondents and whole; the sums of weights stand in weights.sums.',
          place,
        );
      }
      if (count === 0 ? sum !== 0 || square !== 0 : !(sum > 0) || !(square > 0)) {
        throw new Fault(
          'invalid',
          `${cell} has ${count} respondents, a sum of weights of ${sum} and of squared weights of ${square}.`,
          'A cell has weight where it has respondents, and nowhere else.',
          place,
        );
      }
      // Cauchy and Schwarz: (sum w)² <= n sum w², and sum w² <= (sum w)².
      if (square * count < sum * sum * (1 - 1e-9) || square > sum * sum * (1 + 1e-9)) {
        throw new Fault(
          'invalid',
          `${cell}: squared weights cannot add up to ${square} where ${count} weights add up to ${sum}.`,
          'Give the sum of w and the sum of w² of the same respondents.',
          place,
        );
      }
    }),
  );
}

/** Two numbers that differ by rounding only. */
function same(a: number, b: number): boolean {
  return Math.abs(a - b) <= 1e-12 * Math.max(Math.abs(a), Math.abs(b));
}

/** Whether every respondent carries one and the same weight: then the table is an unweighted one. */
function isEven(counts: Cells, { sums, squares }: Weights): boolean {
  const each = total(sums.flat()) / total(counts.flat());
  return counts.every((row, i) =>
    row.every((count, j) => same(sums[i]?.[j] ?? 0, count * each) && same(squares[i]?.[j] ?? 0, count * each * each)),
  );
}

/** These rows and columns of the counts as a table, weighted where the weights differ. */
function taken(counts: Cells, options: TableOptions, rows: readonly number[], columns: readonly number[]): Crosstab {
  const { weights } = options;
  const weighted = weights && !isEven(counts, weights) ? weights : null;
  const take = (cells: Cells) => rows.map((i) => columns.map((j) => cells[i]?.[j] ?? 0));
  const n = take(weighted?.sums ?? counts);
  const R = n.map(total);
  const N = total(R);
  const respondents = take(counts);
  const squares = weighted && take(weighted.squares);
  const scoresOf = (given: readonly number[] | undefined, positions: readonly number[]) =>
    positions.map((at, k) => given?.[at] ?? k + 1);
  return {
    n,
    R,
    C: columns.map((_, j) => n.reduce((sum, row) => sum + (row[j] ?? 0), 0)),
    N,
    scores: { rows: scoresOf(options.rowScores, rows), columns: scoresOf(options.columnScores, columns) },
    survey: squares && {
      respondents,
      squares,
      n: total(respondents.flat()),
      effectiveBase: N ** 2 / total(squares.flat()),
    },
  };
}

/**
 * Takes the empty rows and columns out and adds the margins up. With weights, `counts` are the respondents behind
 * them; where all weights are the same, the table is taken unweighted. Everything must have passed `checkTable`.
 */
export function reduceTable(counts: Cells, options: TableOptions = {}): { table: Crosstab; dropped: Dropped } {
  const rowFilled = counts.map((row) => row.some((value) => value !== 0));
  const columnFilled = (counts[0] ?? []).map((_, j) => counts.some((row) => (row[j] ?? 0) !== 0));
  const positions = (flags: readonly boolean[], wanted: boolean) =>
    flags.flatMap((flag, k) => (flag === wanted ? [k] : []));
  return {
    table: taken(counts, options, positions(rowFilled, true), positions(columnFilled, true)),
    dropped: { rows: positions(rowFilled, false), columns: positions(columnFilled, false) },
  };
}

/**
 * A square table with the same categories both ways, as agreement and change need it: a category is taken out only
 * where both its row and its column are empty, so one of its margins may be 0. Null where the table is not square.
 */
export function squareTable(counts: Cells, options: TableOptions = {}): Crosstab | null {
  if (counts.length !== counts[0]?.length) return null;
  const used = counts.flatMap((row, k) =>
    row.some((value) => value !== 0) || counts.some((other) => other[k] !== 0) ? [k] : [],
  );
  return taken(counts, options, used, used);
}

function turned(cells: Cells, width: number): number[][] {
  return Array.from({ length: width }, (_, j) => cells.map((row) => row[j] ?? 0));
}

/** The same table with rows and columns exchanged. */
export function transpose(table: Crosstab): Crosstab {
  const { n, R, C, N, scores, survey } = table;
  return {
    n: turned(n, C.length),
    R: C,
    C: R,
    N,
    scores: { rows: scores.columns, columns: scores.rows },
    survey: survey && {
      ...survey,
      respondents: turned(survey.respondents, C.length),
      squares: turned(survey.squares, C.length),
    },
  };
}

export function isTwoByTwo(table: Crosstab): boolean {
  return table.R.length === 2 && table.C.length === 2;
}

/** The four cells of a 2 x 2 table, row by row. */
export function fourCells(table: Pick<Crosstab, 'n'>): [a: number, b: number, c: number, d: number] {
  const [first = [], second = []] = table.n;
  return [first[0] ?? 0, first[1] ?? 0, second[0] ?? 0, second[1] ?? 0];
}

/** Calls `visit` for each cell with its count and position. */
export function eachCell(table: Crosstab, visit: (n: number, i: number, j: number) => void): void {
  table.n.forEach((row, i) => row.forEach((value, j) => visit(value, i, j)));
}

/** Whether every count is whole, as exact tests need it: no weights, no fractions. */
export function isWhole(table: Crosstab): boolean {
  return table.survey === null && table.n.every((row) => row.every(Number.isInteger));
}
