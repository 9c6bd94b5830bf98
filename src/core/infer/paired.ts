import { type Crosstab, isWhole } from '../crosstab.js';
import { chiSquareSurvival, evenBinomialCumulative } from '../numerics/distributions.js';
import { quadraticForm } from '../numerics/linear.js';
import type { Absent, TestResult } from './result.js';

const WEIGHTED: Absent = { absent: 'It needs whole counts, one for each respondent.' };
const NO_CHANGE: Absent = { absent: 'Nobody is off the diagonal, so nothing has changed.' };

/**
 * McNemar's test of a paired 2 x 2 table: (b - c)²/(b + c), df 1 (McNemar 1947); corrected for continuity, held at 0
 * (Edwards 1948); exact, b out of b + c at even odds.
 */
export function mcnemar(table: Crosstab): TestResult | Absent {
  const { n, R } = table;
  if (R.length !== 2) return { absent: 'It is for paired tables of 2 x 2.' };
  if (!isWhole(table)) return WEIGHTED;
  const [b, c] = [n[0]![1]!, n[1]![0]!];
  if (b + c === 0) return NO_CHANGE;
  const chiSquare = (statistic: number): TestResult => ({ statistic, df: 1, p: chiSquareSurvival(statistic, 1) });
  const tail = evenBinomialCumulative(Math.min(b, c), b + c);
  return {
    ...chiSquare((b - c) ** 2 / (b + c)),
    variants: {
      'continuity-corrected': chiSquare(Math.max(0, Math.abs(b - c) - 1) ** 2 / (b + c)),
      exact: {
        p: Math.min(1, 2 * tail),
        pLess: evenBinomialCumulative(b, b + c),
        pGreater: evenBinomialCumulative(c, b + c),
      },
    },
  };
}

/**
 * Bowker's test of symmetry of a square table: sum over pairs of (n_ij - n_ji)²/(n_ij + n_ji), df the number of pairs
 * that anyone is in (Bowker 1948).
 */
export function bowker(table: Crosstab): TestResult | Absent {
  if (!isWhole(table)) return WEIGHTED;
  let statistic = 0;
  let df = 0;
  table.n.forEach((row, i) => {
    for (let j = i + 1; j < row.length; j++) {
      const [there, back] = [row[j]!, table.n[j]![i]!];
      if (there + back === 0) continue;
      statistic += (there - back) ** 2 / (there + back);
      df++;
    }
  });
  return df === 0 ? NO_CHANGE : { statistic, df, p: chiSquareSurvival(statistic, df) };
}

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
export function stuartMaxwell(table: Crosstab): TestResult | Absent {
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
  return df === 0 ? NO_CHANGE : { statistic, df, p: chiSquareSurvival(statistic, df) };
}

/**
 * Cochran's Q of k related yes/no answers (Cochran 1950): (k - 1)(k sum C² - T²)/(kT - sum R²), df k - 1, C the yeses
 * of each question, R of each respondent, T all.
 * @param answers one line for each pattern of answers, 1 or 0 for each of k questions
 * @param times how many respondents gave each pattern
 */
export function cochranQ(answers: readonly (readonly number[])[], times: readonly number[]): TestResult | Absent {
  const k = answers[0]?.length ?? 0;
  if (k < 2) return { absent: 'It compares two questions or more.' };
  const columns = new Array<number>(k).fill(0);
  let total = 0;
  let squares = 0;
  answers.forEach((answer, i) => {
    const yes = answer.reduce((sum, one) => sum + one, 0);
    answer.forEach((one, j) => (columns[j]! += one * times[i]!));
    total += yes * times[i]!;
    squares += yes ** 2 * times[i]!;
  });
  const spread = k * total - squares;
  if (spread === 0) return { absent: 'Every respondent gave the same answer to all questions.' };
  const mean = total / k;
  const statistic = ((k - 1) * k * columns.reduce((sum, c) => sum + (c - mean) ** 2, 0)) / spread;
  return { statistic, df: k - 1, p: chiSquareSurvival(statistic, k - 1) };
}
