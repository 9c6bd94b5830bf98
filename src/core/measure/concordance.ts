import { type Crosstab, eachCell } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { perTable } from '../per-table.js';
import type { Direction } from './direction.js';
import { countPairs, type Pairs } from './pairs.js';
import { measured, type MeasureResult, withTest } from './result.js';

/** What the measures of concordance share: pairs, and pairs not tied on the rows and on the columns (each twice). */
interface Ordering extends Pairs {
  table: Crosstab;
  notTiedOnRows: number;
  notTiedOnColumns: number;
  /** Standard error of P - Q where the variables are independent (Brown and Benedetti 1977). */
  errorUnderIndependence: number;
}

const ordering = perTable((table): Ordering => {
  const pairs = countPairs(table);
  const { concordant, discordant, P, Q } = pairs;
  let spread = 0;
  eachCell(table, (n, i, j) => {
    spread += n * (concordant[i]![j]! - discordant[i]![j]! - (P - Q) / table.N) ** 2;
  });
  const untied = (totals: readonly number[]) => totals.reduce((sum, total) => sum + total * (table.N - total), 0);
  return {
    ...pairs,
    table,
    notTiedOnRows: untied(table.R),
    notTiedOnColumns: untied(table.C),
    errorUnderIndependence: 2 * Math.sqrt(spread),
  };
});

/**
 * A measure (P - Q)/D, where `slope` is the derivative of D in n[i][j]. With weights there is no z: the standard error
 * under independence is one of unweighted counts.
 */
function over(
  { table, concordant, discordant, P, Q, errorUnderIndependence }: Ordering,
  D: number,
  slope: (i: number, j: number) => number,
  confidence: number,
): MeasureResult {
  const value = (P - Q) / D;
  const result = measured(
    table,
    value,
    (i, j) => (2 * (concordant[i]![j]! - discordant[i]![j]!) - value * slope(i, j)) / D,
    confidence,
  );
  return table.survey ? result : withTest(result, errorUnderIndependence / D);
}

/** Goodman and Kruskal's gamma = (P - Q)/(P + Q) (1954; standard errors 1963, and Brown and Benedetti 1977). */
export function gamma(table: Crosstab, confidence: number): MeasureResult | Absent {
  const pairs = ordering(table);
  const { concordant, discordant, P, Q } = pairs;
  if (P + Q === 0) return { absent: 'No two respondents differ on both variables, so no pair is ordered.' };
  return over(pairs, P + Q, (i, j) => 2 * (concordant[i]![j]! + discordant[i]![j]!), confidence);
}

/** Kendall's tau-b = (P - Q)/sqrt(Dr Dc), Dr and Dc the pairs not tied on rows and on columns (Kendall 1945). */
export function kendallTauB(table: Crosstab, confidence: number): MeasureResult {
  const pairs = ordering(table);
  const { R, C, N } = table;
  const { notTiedOnRows: Dr, notTiedOnColumns: Dc } = pairs;
  const D = Math.sqrt(Dr) * Math.sqrt(Dc);
  return over(pairs, D, (i, j) => D * ((N - R[i]!) / Dr + (N - C[j]!) / Dc), confidence);
}

/** Stuart's tau-c = (P - Q) m/((m - 1) N²), m = min(r, c) (Stuart 1953). */
export function stuartTauC(table: Crosstab, confidence: number): MeasureResult {
  const m = Math.min(table.R.length, table.C.length);
  const D = ((m - 1) / m) * table.N ** 2;
  return over(ordering(table), D, () => (2 * D) / table.N, confidence);
}

/**
 * Somers' d (1962): (P - Q) over the pairs not tied on the variable that is known; symmetric, over the mean of the two
 * denominators.
 */
export function somersD(table: Crosstab, direction: Direction, confidence: number): MeasureResult {
  const pairs = ordering(table);
  const { R, C, N } = table;
  const { notTiedOnRows: Dr, notTiedOnColumns: Dc } = pairs;
  const D = { columns: Dr, rows: Dc, symmetric: (Dr + Dc) / 2 }[direction];
  const slope = (i: number, j: number) =>
    ({ columns: 2 * (N - R[i]!), rows: 2 * (N - C[j]!), symmetric: 2 * N - R[i]! - C[j]! })[direction];
  return over(pairs, D, slope, confidence);
}
