import { chiSquareSurvival } from '../numerics/distributions.js';
import type { Absent, TestResult } from './result.js';

/**
 * A multiple-response question by groups that do not overlap: for each group, who was asked and which options were
 * mentioned together. Square arrays over the options, their diagonal the mentions of an option.
 */
export interface Mentions {
  groups: {
    /** Respondents, the sum of their weights, and of the squares of these. */
    n: number;
    weight: number;
    square: number;
    /** Sum of weights, and of squared weights, of who mentioned both options. */
    together: number[][];
    squares: number[][];
  }[];
  options: number;
  /** Whether the weights differ at all. */
  weighted: boolean;
}

/** The overall test, the options that it leaves out, and the sums of the design effects and of their squares. */
export interface EqualMention {
  result: TestResult | Absent;
  left: number[];
  trace?: number;
  squares?: number;
}

/** Blocks of options by groups are gone through pair by pair; 4,000 lines are 16 million pairs. */
const MOST_LINES = 4_000;

/** Shares of who mentions each option, in the group and in all, and the covariance of the group's. */
function ratesOf({ groups, options, weighted }: Mentions) {
  const W = groups.reduce((sum, { weight }) => sum + weight, 0);
  const share = groups.map(({ weight }) => weight / W);
  const rates = groups.map(({ together, weight }) => together.map((row, j) => row[j]! / weight));
  const all = Array.from({ length: options }, (_, j) => rates.reduce((sum, rate, g) => sum + share[g]! * rate[j]!, 0));
  const covariance = groups.map(({ n, weight, square, together, squares }, g) =>
    together.map((row, j) =>
      row.map((both, k) => {
        const [a, b] = [rates[g]![j]!, rates[g]![k]!];
        if (!weighted) return (both / weight - a * b) / n;
        // n/(n - 1) sum (w/W)² (y - a)(y' - b), multiplied out.
        const spread = squares[j]![k]! - a * squares[k]![k]! - b * squares[j]![j]! + a * b * square;
        return ((n / (n - 1)) * spread) / weight ** 2;
      }),
    ),
  );
  return { share, rates, all, covariance };
}

/**
 * Whether every option is mentioned at the same rate in all groups: the sum of the options' own X², with the
 * second-order correction for respondents who are in several rows (Rao and Scott 1984; Bilder and Loughin 2004).
 * Options that nobody or everybody mentions are left out; `left` says which, by position.
 */
export function equalMention(mentions: Mentions): EqualMention {
  const groups = mentions.groups.filter(({ n }) => n > 0);
  const asked = { ...mentions, groups };
  const { share, rates, all, covariance } = ratesOf(asked);
  const left = all.flatMap((rate, j) => (rate > 0 && rate < 1 ? [] : [j]));
  const kept = all.flatMap((rate, j) => (rate > 0 && rate < 1 ? [j] : []));
  const absent = (reason: string) => ({ result: { absent: reason }, left });
  if (groups.length < 2) return absent('It compares two groups or more.');
  if (kept.length === 0) return absent('Each option is mentioned by nobody or by everybody.');
  if (mentions.weighted && groups.some(({ n }) => n < 2)) return absent('A group has a single respondent.');
  if (kept.length * groups.length > MOST_LINES) return absent(`It is worked out for up to ${MOST_LINES} cells.`);
  const n = groups.reduce((sum, group) => sum + group.n, 0);
  const spread = (j: number) => all[j]! * (1 - all[j]!);
  const raw = kept.reduce(
    (sum, j) => sum + rates.reduce((x, rate, g) => x + (n * share[g]! * (rate[j]! - all[j]!) ** 2) / spread(j), 0),
    0,
  );
  const pooled = all.map((_, j) =>
    all.map((_, k) => covariance.reduce((sum, C, g) => sum + share[g]! ** 2 * C[j]![k]!, 0)),
  );
  let trace = 0;
  let squares = 0;
  groups.forEach((_, g) =>
    groups.forEach((_, h) => {
      for (const j of kept) {
        for (const k of kept) {
          const own = g === h ? covariance[g]![j]![k]! : 0;
          const joint = own - share[g]! * covariance[g]![j]![k]! - share[h]! * covariance[h]![j]![k]! + pooled[j]![k]!;
          const block = (n * Math.sqrt(share[g]! * share[h]!) * joint) / Math.sqrt(spread(j) * spread(k));
          squares += block ** 2;
          if (g === h && j === k) trace += block;
        }
      }
    }),
  );
  if (!(trace > 0))
    return absent('Within each group all respondents answered alike, so there is no chance to test against.');
  const statistic = (raw * trace) / squares;
  const df = trace ** 2 / squares;
  return { result: { raw, statistic, df, p: chiSquareSurvival(statistic, df) }, left, trace, squares };
}
