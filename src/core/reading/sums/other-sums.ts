import { oneWay } from '../../infer/goodness-of-fit.js';
import type { TestResult } from '../../infer/result.js';
import { coincidencesOf, type Metric } from '../../measure/krippendorff-alpha.js';
import type { CodingsRequest, OneWayRequest, RelatedRequest } from '../../assess/types.js';
import { figure, type Sum, terms, total } from './types.js';

/** Counts of one set of categories against what is expected of each. */
export function goodnessOfFitSum({ oneWay: given }: OneWayRequest, found: TestResult): Sum {
  const { n, expected, N } = oneWay(given.counts, given.proportions);
  const shares = given.proportions;
  const all = shares ? total(shares) : n.length;
  const result = total(n.map((count, k) => (count - expected[k]!) ** 2 / expected[k]!));
  return {
    formula: `X² = Σ (n − e)² / e over the categories, with e = N × ${shares ? 'the share that is expected' : '1/k'}`,
    steps: [
      shares
        ? `e: ${terms(
            shares.map((share, k) => `${figure(N)} × ${figure(share)} / ${figure(all)} = ${figure(expected[k]!)}`),
            '; ',
          )}`
        : `e = ${figure(N)} / ${n.length} = ${figure(expected[0] ?? 0)}`,
      'X² = ' +
        `${terms(n.map((count, k) => `(${figure(count)} − ${figure(expected[k]!)})² / ${figure(expected[k]!)}`))} ` +
        `= ${figure(result)}`,
      `df = ${n.length} − 1 = ${n.length - 1}; p = ${figure(found.p)}`,
    ],
    result,
  };
}

/** Cochran's Q from the yeses of each question and of each respondent. */
export function cochranQSum({ related: { answers, times } }: RelatedRequest, found: TestResult): Sum {
  const often = times ?? answers.map(() => 1);
  const k = answers[0]?.length ?? 0;
  const C = Array.from({ length: k }, (_, j) => total(answers.map((answer, i) => answer[j]! * often[i]!)));
  const T = total(C);
  const ofEach = answers.map(total);
  const squares = total(ofEach.map((yes, i) => yes ** 2 * often[i]!));
  const over = (k - 1) * (k * total(C.map((c) => c * c)) - T * T);
  const under = k * T - squares;
  return {
    formula: 'Q = (k − 1)(k ΣC² − T²) / (kT − ΣR²), C the yeses to each question, R those of each respondent, T all',
    steps: [
      `C: ${terms(C.map(figure), '; ')}; T = ${figure(T)}`,
      `ΣR² = ${terms(ofEach.map((yes, i) => `${figure(often[i]!)} × ${yes}²`))} = ${figure(squares)}`,
      `above: (${k} − 1)(${k} × ${figure(total(C.map((c) => c * c)))} − ${figure(T)}²) = ${figure(over)}`,
      `below: ${k} × ${figure(T)} − ${figure(squares)} = ${figure(under)}`,
      `Q = ${figure(over)} / ${figure(under)} = ${figure(over / under)}`,
      `df = ${k} − 1 = ${k - 1}; p = ${figure(found.p)}`,
    ],
    result: over / under,
  };
}

const DISTANCE: Record<Metric, string> = {
  nominal: 'δ² = 0 for the same value and 1 for another',
  ordinal: 'δ² = the square of the difference of midranks',
  interval: 'δ² = (c − k)²',
  ratio: 'δ² = ((c − k)/(c + k))²',
};
const VALUES_SHOWN = 6;

/** Krippendorff's alpha from the coincidences of values within units. */
export function krippendorffAlphaSum({ codings: { units, metric = 'nominal' } }: CodingsRequest): Sum {
  const { values, all, distances, patterns } = coincidencesOf(units, metric);
  const n = total(all.totals);
  const over = (weight: (c: number, k: number) => number) =>
    total(distances.map((line, c) => total(line.map((d, k) => d * weight(c, k)))));
  const observed = over((c, k) => all.pairs[c]![k]!);
  const expected = over((c, k) => all.totals[c]! * all.totals[k]!);
  const result = 1 - ((n - 1) * observed) / expected;
  const few = values.length <= VALUES_SHOWN;
  return {
    formula:
      'α = 1 − (n − 1) Σ o δ² / Σ n_c n_k δ², o how often two values meet in a unit, each unit by 1/(its ' +
      `codings − 1); ${DISTANCE[metric]}`,
    steps: [
      `${figure(total(patterns.map(({ times }) => times)))} units with two codings or more hold n = ` +
        `${figure(n)} values`,
      ...(few
        ? [
            `n_c: ${values.map((value, c) => `${figure(value)} ${figure(all.totals[c]!)} times`).join('; ')}`,
            `o = [${all.pairs.map((line) => line.map(figure).join(' ')).join(' | ')}]`,
          ]
        : [`${values.length} different values`]),
      `Σ o δ² = ${figure(observed)}`,
      `Σ n_c n_k δ² = ${figure(expected)}`,
      `α = 1 − (${figure(n)} − 1) × ${figure(observed)} / ${figure(expected)} = ${figure(result)}`,
    ],
    result,
  };
}
