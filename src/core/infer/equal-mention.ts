import { total } from '../numerics/total.js';
import { chiSquare } from './chi-square.js';
import type { MultipleRequest } from '../assess/requests.js';
import type { Mentions } from '../statistic/mentions.js';
import { test } from '../statistic/statistic.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';
import { type Absent, isAbsent, type TestResult } from './result.js';

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
 * @example
 * const group = (mentioned) => ({
 *   n: 10,
 *   weight: 10,
 *   square: 10,
 *   together: [[mentioned]],
 *   squares: [[mentioned]],
 * });
 * equalMention({ options: 1, weighted: false, groups: [group(8), group(4)] }).result.p; // 0.0455
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
  return { result: { raw, ...chiSquare(statistic, df) }, left, trace, squares };
}

/** The overall test of a multiple-response question: the options' own X², and the correction for overlap. */
export function equalMentionExample(mentions: Mentions): WorkedExample | null {
  const { result, left, trace, squares } = equalMention(mentions);
  if (isAbsent(result) || trace === undefined || squares === undefined || result.statistic === undefined) return null;
  const groups = mentions.groups.filter(({ n }) => n > 0);
  const n = total(groups.map((group) => group.n));
  const W = total(groups.map(({ weight }) => weight));
  const own = Array.from({ length: mentions.options }, (_, j) => {
    if (left.includes(j)) return null;
    const all = total(groups.map(({ together }) => together[j]![j]!)) / W;
    const sum = total(groups.map(({ weight, together }) => (weight / W) * (together[j]![j]! / weight - all) ** 2));
    return (n * sum) / (all * (1 - all));
  }).filter((x) => x !== null);
  const raw = result.raw ?? 0;
  return {
    formula:
      'X² = Σ of the options’ own X², n Σ f (π_g − π)² / (π(1 − π)) over the groups; respondents in several ' +
      'rows make it vary more than chi-square, by design effects d: X² Σd / Σd² on (Σd)² / Σd² degrees of ' +
      'freedom',
    steps: [
      `X² = ${terms(own.map(figure))} = ${figure(raw)}`,
      `Σ d = ${figure(trace)}; Σ d² = ${figure(squares)}`,
      `df = ${figure(trace)}² / ${figure(squares)} = ${figure(result.df ?? 0)}`,
      `corrected: ${figure(raw)} × ${figure(trace)} / ${figure(squares)} = ${figure(result.statistic)}; p = ` +
        figure(result.p),
    ],
    result: result.statistic,
  };
}

/** Two options that are always mentioned together, by 30 of 40 and by 20 of 60: they count as one. */
const TOGETHER: MultipleRequest = {
  multiple: {
    groups: Array.from({ length: 100 }, (_, k) => (k < 40 ? 0 : 1)),
    mentions: Array.from({ length: 100 }, (_, k) => (k < 30 || k >= 80 ? [0, 1] : [])),
    options: 2,
  },
};

/** The record of Equal mention, overall. */
export const equalMentionTest = test({
  id: 'equal-mention',
  of: 'multiple',
  name: 'Equal mention, overall',
  symbol: 'χ²',
  about: 'Asks whether every option is mentioned at the same rate in all groups, allowing for people in several rows.',
  levels: 'any',
  shape: 'any',
  compute: (mentions) => equalMention(mentions).result,
  workedExample: (mentions) => equalMentionExample(mentions),
  example: { request: TOGETHER, value: (5 / 12) ** 2 / (3 / 16 / 40 + 2 / 9 / 60) },
});
