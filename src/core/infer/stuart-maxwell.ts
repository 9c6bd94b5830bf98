import { chiSquare } from './chi-square.js';
import { TWICE } from '../statistic/example-tables.js';
import { type Crosstab, isWhole } from '../crosstab.js';
import { quadraticForm } from '../numerics/linear.js';
import { test } from '../statistic/statistic.js';
import { onSquare, sumOnSquare } from '../statistic/subjects.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { NO_CHANGE, WEIGHTED } from './paired.js';
import { type Absent, isAbsent, type TestResult } from './result.js';

/** Categories that somebody moved between, directly or over others, each group in order. */
function linked(n: Crosstab['n']): number[][] {
  const groups: number[][] = [];
  const seen = new Set<number>();
  n.forEach((_, start) => {
    if (seen.has(start)) return;
    const group = [start];
    seen.add(start);
    for (const i of group) {
      n.forEach((row, j) => {
        if (seen.has(j) || n[i]![j]! + row[i]! === 0) return;
        seen.add(j);
        group.push(j);
      });
    }
    groups.push(group.sort((a, b) => a - b));
  });
  return groups;
}

/**
 * The test of marginal homogeneity of a square table of Stuart (1955) and Maxwell (1970): d'V⁻¹d with d = R - C,
 * V_ii = R + C - 2n_ii, V_ij = -(n_ij + n_ji). V has one dimension less than each group of categories that respondents
 * moved between; df counts the dimensions left.
 */
function stuartMaxwell(table: Crosstab): TestResult | Absent {
  const { n } = table;
  if (!isWhole(table)) return WEIGHTED;
  let statistic = 0;
  let df = 0;
  for (const group of linked(n)) {
    if (group.length < 2) continue;
    // Who moved in or out of each category. The busiest is the one left out: what remains is best conditioned so.
    const moved = (i: number) => n.reduce((sum, row, j) => (i === j ? sum : sum + n[i]![j]! + row[i]!), 0);
    const kept = [...group].sort((a, b) => moved(a) - moved(b)).slice(0, -1);
    const V = kept.map((i) => kept.map((j) => (i === j ? moved(i) : -(n[i]![j]! + n[j]![i]!))));
    const gained = (i: number) => n.reduce((sum, row, j) => (i === j ? sum : sum + n[i]![j]! - row[i]!), 0);
    const form = quadraticForm(V, kept.map(gained));
    if (form === null) return { absent: 'The moves differ so much in size that rounding drowns the smaller ones.' };
    statistic += form;
    df += kept.length;
  }
  return df === 0 ? NO_CHANGE : chiSquare(statistic, df);
}

const LARGEST_SHOWN = 6;

/** Stuart and Maxwell's quadratic form: the changes of the totals and what they vary by. */
function stuartMaxwellExample({ n, R, C, ...rest }: Crosstab): WorkedExample | null {
  const result = stuartMaxwell({ n, R, C, ...rest });
  const k = R.length - 1;
  if (isAbsent(result) || result.statistic === undefined || result.df !== k || k > LARGEST_SHOWN) return null;
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
      `df = ${k}; p = ${figure(result.p)}`,
      `X² = d′ V⁻¹ d = ${figure(result.statistic)}`,
    ],
    result: result.statistic,
  };
}

/** The record of Stuart-Maxwell. */
export const stuartMaxwellTest = test({
  id: 'stuart-maxwell',
  of: 'table',
  name: 'Stuart-Maxwell',
  symbol: 'χ²',
  about: 'For the same people asked twice: are the totals of the categories the same both times?',
  levels: 'any',
  shape: 'paired',
  compute: onSquare(stuartMaxwell),
  workedExample: sumOnSquare(stuartMaxwellExample),
  example: { request: { counts: TWICE }, value: 512 / 111 },
});
