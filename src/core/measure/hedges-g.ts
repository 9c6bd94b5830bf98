import { isWeighted, momentsOf, NOT_WITH_WEIGHTS, whyNotPooled, whyNotTwo } from '../infer/group-moments.js';
import type { Absent } from '../infer/result.js';
import { logGamma } from '../numerics/noncentral.js';
import { noncentralityOfT } from '../numerics/noncentral-t.js';
import { NO_TABLE, TWO_SITES } from '../statistic/example-numbers.js';
import { measure } from '../statistic/statistic.js';
import type { NumbersSubject } from '../statistic/subjects.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import type { MeasureResult } from './result.js';

/** What takes the bias of small samples from a standardized difference, exactly (Hedges 1981). */
const smallSample = (df: number) => Math.exp(logGamma(df / 2) - logGamma((df - 1) / 2)) / Math.sqrt(df / 2);

/**
 * The difference of two means in units of the spread within the groups (Hedges 1981). Its limits are those of what
 * holds in the population, by inverting the noncentral t.
 */
function hedgesG(subject: NumbersSubject): MeasureResult | Absent {
  const absent = isWeighted(subject) ? NOT_WITH_WEIGHTS : (whyNotTwo(subject) ?? whyNotPooled(subject));
  if (absent) return absent;
  const [a, b] = [subject.groups[0]!, subject.groups[1]!];
  const { within, N } = momentsOf(subject);
  const df = N - 2;
  if (df < 2) return { absent: 'With fewer than four respondents its bias cannot be taken away.' };
  const d = (a.mean - b.mean) / Math.sqrt(within / df);
  const unit = Math.sqrt(1 / a.n + 1 / b.n);
  const limit = (probability: number) => noncentralityOfT(d / unit, df, probability) * unit;
  const { confidence } = subject;
  return { value: d * smallSample(df), lower: limit((1 + confidence) / 2), upper: limit((1 - confidence) / 2) };
}

/** The factor step by step: gamma(x + 1) = x gamma(x), from gamma(1) = 1 or gamma(1/2) = √π on. */
function gamma(x: number): number {
  let [at, value] = x % 1 === 0 ? [1, 1] : [0.5, Math.sqrt(Math.PI)];
  for (; at < x; at++) value *= at;
  return value;
}

/** With more degrees of freedom than this the factor is 1 but for its fourth decimal. */
const MOST_STEPS = 300;

function hedgesGExample({ groups: [a, b] }: NumbersSubject): WorkedExample | null {
  if (!a || !b) return null;
  const df = a.n + b.n - 2;
  const s = Math.sqrt((a.squares + b.squares) / df);
  const factor = df <= MOST_STEPS ? gamma(df / 2) / (Math.sqrt(df / 2) * gamma((df - 1) / 2)) : 1 - 3 / (4 * df - 1);
  const result = (factor * (a.mean - b.mean)) / s;
  return {
    formula: 'g = J (m₁ − m₂) / s, J = Γ(df/2) / (√(df/2) Γ((df − 1)/2))',
    steps: [
      `s of both groups together: √((${figure(a.squares)} + ${figure(b.squares)}) / ${figure(df)}) = ${figure(s)}`,
      `J, with df = ${figure(df)}: ${figure(factor)}`,
      `g = ${figure(factor)} × (${figure(a.mean)} − ${figure(b.mean)}) / ${figure(s)} = ${figure(result)}`,
    ],
    result,
  };
}

/** The record of Hedges' g. */
export const hedgesGMeasure = measure({
  id: 'hedges-g',
  of: 'numbers',
  name: "Hedges' g",
  symbol: 'g',
  about: 'How many standard deviations the mean of the first group lies above that of the second.',
  ...NO_TABLE,
  range: null,
  atIndependence: 0,
  compute: hedgesG,
  workedExample: hedgesGExample,
  // gamma(3) = 2, gamma(5/2) = 3√π/4; s² = 40/6.
  example: {
    request: { numbers: { groups: TWO_SITES } },
    value: ((2 / (Math.sqrt(3) * 0.75 * Math.sqrt(Math.PI))) * -5) / Math.sqrt(20 / 3),
  },
});
