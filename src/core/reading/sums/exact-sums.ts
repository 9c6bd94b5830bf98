import type { Crosstab } from '../../crosstab.js';
import { stuartMaxwell } from '../../infer/paired.js';
import { pearsonStatistic } from '../../infer/pearson.js';
import { isAbsent, type TestResult } from '../../infer/result.js';
import { logFactorial } from '../../numerics/distributions.js';
import { figure, type Sum, terms, total } from './types.js';

const factorials = (values: readonly number[]) =>
  terms(
    values.map((x) => `${figure(x)}!`),
    ' ',
  );

/** How the p of a test over all tables was come by, told of the tables that `those` says count. */
function overTables({ p, sampling }: TestResult, those: string): string {
  if (sampling?.method !== 'monte-carlo')
    return `p = Σ P over all tables with these totals ${those} = ${figure(p)} (${figure(sampling?.work ?? 0)} steps)`;
  const draws = sampling.draws ?? 0;
  const hits = Math.round(p * (1 + draws)) - 1;
  return (
    `of ${figure(draws)} tables drawn with these totals, ${figure(hits)} are ones ${those}: p = (1 + ` +
    `${figure(hits)}) / (1 + ${figure(draws)}) = ${figure(p)}`
  );
}

const FORMULA = 'P(table) = Π R! Π C! / (N! Π n!)';

/** Fisher's p of a table of any size: what the observed table's probability is, and what is added up. */
export function fisherLargeSum({ n, R, C, N }: Crosstab, test: TestResult): Sum {
  const cells = n.flat();
  const log =
    total([...R, ...C].map((x) => logFactorial(x))) - logFactorial(N) - total(cells.map((x) => logFactorial(x)));
  return {
    formula: `${FORMULA}; p = Σ P over the tables with these totals that are no likelier than the observed one`,
    steps: [
      `P(observed) = ${factorials([...R, ...C])} / (${figure(N)}! ${factorials(cells)})`,
      `ln P(observed) = ${figure(log)}, so P(observed) = ${figure(Math.exp(log))}`,
      overTables(test, `whose P is no more than ${figure(Math.exp(log))}`),
    ],
    result: test.p,
  };
}

/** Pearson's X² with the p of all tables whose X² is no smaller. */
export function pearsonExactSum(table: Crosstab, test: TestResult): Sum {
  const statistic = pearsonStatistic(table);
  return {
    formula: `X² = Σ (n − e)² / e; ${FORMULA}; p = Σ P over the tables with these totals whose X² is no smaller`,
    steps: [`X²(observed) = ${figure(statistic)}`, overTables(test, `whose X² is ${figure(statistic)} or more`)],
    result: statistic,
  };
}

const LARGEST_SHOWN = 6;

/** Stuart and Maxwell's quadratic form: the changes of the totals and what they vary by. */
export function stuartMaxwellSum({ n, R, C, ...rest }: Crosstab): Sum | null {
  const found = stuartMaxwell({ n, R, C, ...rest });
  const k = R.length - 1;
  if (isAbsent(found) || found.statistic === undefined || found.df !== k || k > LARGEST_SHOWN) return null;
  const kept = R.slice(0, k);
  const lines = kept.map((r, i) =>
    kept
      .map((_, j) => (i === j ? r + C[i]! - 2 * n[i]![i]! : -(n[i]![j]! + n[j]![i]!)))
      .map(figure)
      .join(', '),
  );
  return {
    formula:
      'X² = d′ V⁻¹ d over all categories but the last: d = R − C, V_ii = R_i + C_i − 2 n_ii, V_ij = −(n_ij + n_ji)',
    steps: [
      `d = (${kept.map((r, i) => `${figure(r)} − ${figure(C[i]!)} = ${figure(r - C[i]!)}`).join('; ')})`,
      `V = [${lines.join(' | ')}]`,
      `df = ${k}; p = ${figure(found.p)}`,
      `X² = d′ V⁻¹ d = ${figure(found.statistic)}`,
    ],
    result: found.statistic,
  };
}
