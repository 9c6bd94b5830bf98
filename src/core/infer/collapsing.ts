import { levelOf } from '../level.js';
import { type Crosstab, transpose } from '../crosstab.js';
import { raoScott } from './rao-scott.js';
import { isAbsent } from './result.js';
import { countPairs } from '../measure/pairs.js';
import { chiSquareSurvival } from '../numerics/distributions.js';

/** A figure over all groupings: its ends, and where the analyst's own grouping stands among them. */
interface Span {
  least: number;
  most: number;
  own: number;
  /** Share of the groupings whose figure is no larger than that of the own one. */
  rank: number;
}

/** How the results move over all groupings of one ordered axis that keep its order. */
export interface Collapsing {
  axis: 'rows' | 'columns';
  /** Title of what is grouped, where that is not the axis itself but what it was regrouped from. */
  of?: string;
  /** Codes that are grouped, and groupings into two groups or more: 2^(codes - 1) - 1. */
  codes: number;
  groupings: number;
  /** Groups of the own grouping, as the position after which each but the last ends. */
  cuts: number[];
  V: Span;
  /** Null where a grouping leaves no pair of respondents ordered. */
  gamma: Span | null;
  p: Span;
  /** Groupings whose p is under 1 - confidence. */
  significant: number;
  /** Whether the verdict, or the sign of gamma, is another under other groupings. */
  dependsOnCut: boolean;
}

/** 2^17 groupings, half a second's work. */
const MOST_CODES = 18;

/** What a run of neighbouring rows adds to a grouping that makes one group of it. */
interface Run {
  /** sum over columns of n²/(R C): its part of X²/N + 1. */
  square: number;
  /** Concordant and discordant pairs inside the run, which merging takes away. */
  concordant: number;
  discordant: number;
}

/** All runs of rows from a up to b, from cumulated counts. */
function runsOf(table: Crosstab): Run[][] {
  const { n, C } = table;
  return n.map((_, a) => {
    const sums = C.map(() => 0);
    let concordant = 0;
    let discordant = 0;
    return n.slice(a).map((row) => {
      let below = 0;
      let above = sums.reduce((x, y) => x + y, 0);
      row.forEach((count, j) => {
        above -= sums[j]!;
        concordant += count * below;
        discordant += count * above;
        below += sums[j]!;
      });
      row.forEach((count, j) => (sums[j]! += count));
      const total = sums.reduce((x, y) => x + y, 0);
      return { square: sums.reduce((x, sum, j) => x + sum ** 2 / (C[j]! * total), 0), concordant, discordant };
    });
  });
}

interface Figures {
  V: number;
  gamma: number | null;
  p: number;
}

/** Visits every grouping of the rows into two groups or more; each figure is a sum over its groups. */
function eachGrouping(table: Crosstab, visit: (figures: Figures, cuts: readonly number[]) => void): void {
  const { N, C, R } = table;
  const runs = runsOf(table);
  const { P, Q } = countPairs(table);
  const cuts: number[] = [];
  const go = (from: number, square: number, concordant: number, discordant: number): void => {
    for (let to = from; to < R.length; to++) {
      const run = runs[from]![to - from]!;
      const [s, c, d] = [square + run.square, concordant - run.concordant, discordant - run.discordant];
      if (to < R.length - 1) {
        cuts.push(to);
        go(to + 1, s, c, d);
        cuts.pop();
      } else if (cuts.length > 0) {
        const groups = cuts.length + 1;
        const phi2 = Math.max(0, s - 1);
        visit(
          {
            V: Math.sqrt(phi2 / (Math.min(groups, C.length) - 1)),
            gamma: c + d > 0 ? (c - d) / (c + d) : null,
            p: chiSquareSurvival(N * phi2, (groups - 1) * (C.length - 1)),
          },
          cuts,
        );
      }
    }
  };
  // countPairs counts every pair twice.
  go(0, 0, P / 2, Q / 2);
}

/** The rows of a table merged into groups that end after the cuts; no scores are needed of it. */
function grouped({ n, R, C, N, survey }: Crosstab, cuts: readonly number[]): Crosstab {
  const ends = [...cuts, R.length - 1];
  const merged = (cells: readonly (readonly number[])[]) =>
    ends.map((end, g) =>
      C.map((_, j) => {
        let sum = 0;
        for (let i = g === 0 ? 0 : ends[g - 1]! + 1; i <= end; i++) sum += cells[i]![j]!;
        return sum;
      }),
    );
  const rows = merged(n);
  return {
    n: rows,
    R: rows.map((row) => row.reduce((a, b) => a + b, 0)),
    C,
    N,
    scores: { rows: [], columns: [] },
    survey: survey && { ...survey, respondents: merged(survey.respondents), squares: merged(survey.squares) },
  };
}

/** Cells gone through for the p of all groupings of a weighted table; a few tenths of a second. */
const MOST_CELLS = 2_000_000;

/** Whether the Rao-Scott p of every grouping can be had: 2^(codes - 1) - 1 of them, each over all its cells. */
function isTooMuch({ R, C }: Crosstab): boolean {
  return (2 ** (R.length - 1) - 1) * (R.length / 2) * C.length > MOST_CELLS;
}

function spanOf(values: readonly number[], own: number): Span {
  let least = Infinity;
  let most = -Infinity;
  let noLarger = 0;
  for (const value of values) {
    least = Math.min(least, value);
    most = Math.max(most, value);
    if (value <= own * (1 + Math.sign(own) * 1e-12)) noLarger++;
  }
  return { least, most, own, rank: noLarger / values.length };
}

/**
 * The collapsing check of an ordered axis: V, gamma and p (Pearson's; with weights, Rao and Scott's) over all
 * order-preserving groupings of its codes into two groups or more, from one pass over the counts. X² is a sum over
 * groups, and so are the pairs that a group ties, so each further group of a grouping costs a few additions.
 * @param cuts positions after which the groups of the own grouping end; every code for itself where not given
 * @returns null where the axis has fewer than three codes, or more than 18, or, with weights, more than can be gone
 * through
 * @example
 * const { table } = reduceTable([[12, 5], [8, 8], [4, 13]]);
 * collapsing(table, 'rows', 0.95).groupings; // 3
 */
export function collapsing(
  table: Crosstab,
  axis: 'rows' | 'columns',
  confidence: number,
  cuts?: readonly number[],
): Collapsing | null {
  const turned = axis === 'rows' ? table : transpose(table);
  const codes = turned.R.length;
  if (codes < 3 || codes > MOST_CODES || turned.C.length < 2 || (table.survey && isTooMuch(turned))) return null;
  const wanted = cuts && cuts.length > 0 ? cuts : turned.R.slice(1).map((_, k) => k);
  const V: number[] = [];
  const gammas: (number | null)[] = [];
  const p: number[] = [];
  let own = -1;
  eachGrouping(turned, (figures, now) => {
    if (now.length === wanted.length && now.every((cut, k) => cut === wanted[k])) own = V.length;
    V.push(figures.V);
    gammas.push(figures.gamma);
    const survey = turned.survey && raoScott(grouped(turned, now));
    p.push(survey ? (isAbsent(survey) ? 1 : survey.p) : figures.p);
  });
  if (own < 0) return null;
  const alpha = levelOf(confidence);
  const defined = gammas.filter((value) => value !== null);
  const significant = p.filter((value) => value < alpha).length;
  const signs = new Set(defined.filter((value, k) => Math.abs(value) > 1e-12 && p[k]! < alpha).map(Math.sign));
  return {
    axis,
    codes,
    groupings: V.length,
    cuts: [...wanted],
    V: spanOf(V, V[own]!),
    gamma: defined.length === gammas.length ? spanOf(defined, gammas[own]!) : null,
    p: spanOf(p, p[own]!),
    significant,
    dependsOnCut: (significant > 0 && significant < V.length) || signs.size > 1,
  };
}
