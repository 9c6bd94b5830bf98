import { levelOf } from '../level.js';
import type { Crosstab } from '../crosstab.js';
import { normalTwoSided } from '../numerics/distributions.js';
import { adjust, type Adjustment } from './adjust.js';

/** Two columns compared within one row. */
interface ProportionPair {
  row: number;
  /** The two columns, the left one first. */
  columns: [number, number];
  /** Share of the row in the first column less that in the second. */
  difference: number;
  z: number;
  p: number;
  adjustedP: number;
}

/** Column proportions compared two by two. */
export interface ColumnProportions {
  adjustment: Adjustment;
  /** For each row and column of the table, the columns whose share is lower by more than chance. */
  above: number[][][];
  pairs: ProportionPair[];
}

/** Pairs over the whole table that are still compared; 60 columns in 60 rows are some 106,000. */
const MOST_PAIRS = 200_000;

/** For each column, n/(n - 1) times the sum of w² in each row over W², W the weight of the column. */
function spreads(table: Crosstab): number[][] | null {
  const { survey, C } = table;
  if (!survey) return null;
  const scale = survey.n / (survey.n - 1);
  return survey.squares.map((row) => row.map((square, j) => (square * scale) / C[j]! ** 2));
}

/**
 * Column proportions two by two within each row: the pooled z test, p adjusted over all pairs of columns in that row.
 * With weights the difference is held against its linearised standard error instead. A column that is a single
 * respondent is compared like any other.
 * @returns null where there are more pairs than anyone could read
 * @example
 * const { table } = reduceTable([[20, 10], [10, 20]]);
 * columnProportions(table, 'holm', 0.95).pairs.length; // 2
 */
export function columnProportions(
  table: Crosstab,
  adjustment: Adjustment,
  confidence: number,
): ColumnProportions | null {
  const { n, C } = table;
  const k = C.length;
  if ((n.length * k * (k - 1)) / 2 > MOST_PAIRS) return null;
  const weighted = spreads(table);
  const columnSpread = weighted && C.map((_, j) => weighted.reduce((sum, row) => sum + row[j]!, 0));
  const pairs = n.flatMap((row, i) => {
    const share = row.map((count, j) => count / C[j]!);
    // Variance of a weighted share p: sum of q (y - p)², y 1 in the row and 0 outside.
    const variance =
      weighted && columnSpread ? share.map((p, j) => weighted[i]![j]! * (1 - 2 * p) + columnSpread[j]! * p * p) : null;
    const mine: ProportionPair[] = [];
    for (let a = 0; a < k; a++) {
      for (let b = a + 1; b < k; b++) {
        const pooled = (row[a]! + row[b]!) / (C[a]! + C[b]!);
        const spread = variance ? variance[a]! + variance[b]! : pooled * (1 - pooled) * (1 / C[a]! + 1 / C[b]!);
        const difference = share[a]! - share[b]!;
        const z = spread > 0 ? difference / Math.sqrt(spread) : 0;
        mine.push({ row: i, columns: [a, b], difference, z, p: normalTwoSided(z), adjustedP: 1 });
      }
    }
    const adjusted = adjust(
      mine.map(({ p }) => p),
      adjustment,
    );
    mine.forEach((pair, at) => (pair.adjustedP = adjusted[at]!));
    return mine;
  });
  const above: number[][][] = n.map((row) => row.map(() => []));
  for (const { row, columns, difference, adjustedP } of pairs) {
    if (!(adjustedP < levelOf(confidence))) continue;
    const [high, low] = difference > 0 ? columns : [columns[1], columns[0]];
    above[row]![high]!.push(low);
  }
  for (const list of above.flat()) list.sort((a, b) => a - b);
  return { adjustment, above, pairs };
}

/**
 * The letter of a column: A to Z, then AA, AB and so on.
 * @example [columnLetter(0), columnLetter(25), columnLetter(26)] // ['A', 'Z', 'AA']
 */
export function columnLetter(position: number): string {
  const letter = String.fromCharCode(65 + (position % 26));
  return position < 26 ? letter : columnLetter(Math.floor(position / 26) - 1) + letter;
}
