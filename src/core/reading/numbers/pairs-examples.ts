import { criticalZ } from '../../numerics/distributions.js';
import type { PairMoments, Pairs, PearsonR } from '../../spread/types.js';
import { figure, type WorkedExample } from '../../statistic/worked-example.js';
import type { WorkedExamples } from '../worked-examples/worked-examples-of.js';

/** Pairs of which r has limits and a p. */
interface Known {
  n: number;
  r: PearsonR & { lower: number; upper: number; p: number };
  moments: PairMoments;
  xTitle: string;
  yTitle: string;
}

function knownOf({ n, r, moments, xTitle, yTitle }: Pairs): Known | null {
  if (!r || !moments || r.lower === null || r.upper === null || r.p === null) return null;
  return { n, r: { ...r, lower: r.lower, upper: r.upper, p: r.p }, moments, xTitle, yTitle };
}

const isStraight = ({ r }: Known) => Math.abs(r.value) === 1;

function ofR(known: Known, confidence: number): WorkedExample {
  const { n, r, moments, xTitle, yTitle } = known;
  const { meanX, meanY, xx, yy, xy } = moments;
  const [z, reach] = [Math.atanh(r.value), criticalZ(confidence)];
  const error = r.error ?? 1 / Math.sqrt(n - 3);
  const say = r.error === null ? `1 / √(${figure(n)} − 3) = ${figure(error)}` : `by linearisation ${figure(error)}`;
  const limits = isStraight(known)
    ? []
    : [
        `Fisher's z = artanh r = ${figure(z)}, its standard error ${say}`,
        `${figure(z)} ± ${figure(reach)} × ${figure(error)}: from ${figure(z - reach * error)} to ` +
          figure(z + reach * error),
        `as r again: from ${figure(r.lower)} to ${figure(r.upper)}`,
      ];
  return {
    formula: 'r = Σ(x − x̄)(y − ȳ) / √(Σ(x − x̄)² Σ(y − ȳ)²)',
    steps: [
      `x is ${xTitle}, its mean ${figure(meanX)}; y is ${yTitle}, its mean ${figure(meanY)}`,
      `Σ(x − x̄)² = ${figure(xx)}, Σ(y − ȳ)² = ${figure(yy)}, Σ(x − x̄)(y − ȳ) = ${figure(xy)}`,
      `r = ${figure(xy)} / √(${figure(xx)} × ${figure(yy)}) = ${figure(r.value)}`,
      ...limits,
    ],
    result: r.value,
  };
}

function ofSquare({ r: { value } }: Known): WorkedExample {
  return {
    formula: 'r² = r × r',
    steps: [`${figure(value)} × ${figure(value)} = ${figure(value * value)}`],
    result: value * value,
  };
}

function ofTest({ n, r: { value, p, error } }: Known): WorkedExample {
  if (error !== null) {
    const z = Math.atanh(value);
    return {
      formula: 'z = artanh r / its standard error by linearisation, against the normal distribution',
      steps: [
        `artanh ${figure(value)} = ${figure(z)}`,
        `z = ${figure(z)} / ${figure(error)} = ${figure(z / error)}`,
        `p = ${figure(p)}, on both sides`,
      ],
      result: p,
    };
  }
  const t = value * Math.sqrt((n - 2) / (1 - value * value));
  return {
    formula: "t = r √((n − 2) / (1 − r²)), against Student's t with n − 2 degrees of freedom",
    steps: [
      `t = ${figure(value)} × √(${figure(n - 2)} / (1 − ${figure(value * value)})) = ${figure(t)}`,
      `p = ${figure(p)} with ${figure(n - 2)} degrees of freedom, on both sides`,
    ],
    result: p,
  };
}

/**
 * How r of two numbers, its limits and its test come about.
 * @param confidence of the limits
 * @returns null where r has none of them
 */
export function workedExamplesOfPairs(pairs: Pairs, confidence: number): WorkedExamples | null {
  const known = knownOf(pairs);
  if (!known) return null;
  const examples: Record<string, () => WorkedExample> = {
    'pearson-r': () => ofR(known, confidence),
    'r-squared': () => ofSquare(known),
    // On a straight line nothing is left that a test could divide by.
    ...(isStraight(known) ? {} : { 'pearson-r-test': () => ofTest(known) }),
  };
  return { has: (id) => id in examples, of: (id) => examples[id]?.() ?? null };
}
