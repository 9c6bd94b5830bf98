import { type Crosstab, eachCell } from '../crosstab.js';
import { perTable } from '../per-table.js';
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

export const ordering = perTable((table): Ordering => {
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
export function over(
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
