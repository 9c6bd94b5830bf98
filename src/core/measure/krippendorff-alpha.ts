import { total } from '../numerics/total.js';
import type { Absent } from '../infer/result.js';
import { measure } from '../statistic/statistic.js';
import type { Metric, Subjects } from '../statistic/subjects.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { type MeasureResult, withInterval } from './result.js';

/** Squared distances of all pairs of values, `totals` how often each value occurs (for ranks). */
function distances(metric: Metric, values: readonly number[], totals: readonly number[]): number[][] {
  const below = totals.map((_, k) => total(totals.slice(0, k)) + totals[k]! / 2);
  const distance = (c: number, k: number): number => {
    const [x, y] = [values[c]!, values[k]!];
    if (metric === 'nominal') return c === k ? 0 : 1;
    if (metric === 'ordinal') return (below[c]! - below[k]!) ** 2;
    if (metric === 'interval') return (x - y) ** 2;
    return x + y === 0 ? 0 : ((x - y) / (x + y)) ** 2;
  };
  return values.map((_, c) => values.map((_, k) => distance(c, k)));
}

/** What the units add up to: values that can be paired, and pairs within units. */
interface Coincidences {
  totals: number[];
  pairs: number[][];
}

/** alpha = 1 - (n - 1) sum o d / sum n_c n_k d; null where all values are one. */
function alphaOf({ totals, pairs }: Coincidences, metric: Metric, values: readonly number[]): number | null {
  const d = distances(metric, values, totals);
  const n = total(totals);
  let observed = 0;
  let expected = 0;
  d.forEach((row, c) =>
    row.forEach((distance, k) => {
      observed += pairs[c]![k]! * distance;
      expected += totals[c]! * totals[k]! * distance;
    }),
  );
  return expected > 0 ? 1 - ((n - 1) * observed) / expected : null;
}

/** Units whose values are the same count as one with a weight. */
function patternsOf(units: readonly (readonly (number | null)[])[], positions: ReadonlyMap<number, number>) {
  const patterns = new Map<string, { counts: Map<number, number>; m: number; times: number }>();
  for (const unit of units) {
    const coded = unit.flatMap((value) => (value === null ? [] : [positions.get(value)!])).sort((a, b) => a - b);
    if (coded.length < 2) continue;
    const key = coded.join(',');
    const pattern = patterns.get(key);
    if (pattern) pattern.times++;
    else {
      const counts = new Map<number, number>();
      for (const at of coded) counts.set(at, (counts.get(at) ?? 0) + 1);
      patterns.set(key, { counts, m: coded.length, times: 1 });
    }
  }
  return [...patterns.values()];
}

type Pattern = ReturnType<typeof patternsOf>[number];

/** Adds a unit to the coincidences, `weight` times. */
function addTo({ totals, pairs }: Coincidences, { counts, m }: Pattern, weight: number): void {
  for (const [c, nc] of counts) {
    totals[c]! += weight * nc;
    for (const [k, nk] of counts) pairs[c]![k]! += (weight * nc * (c === k ? nk - 1 : nk)) / (m - 1);
  }
}

/** The coincidences of all units with two codings or more, over the values in rising order, and the distances. */
function coincidencesOf(units: readonly (readonly (number | null)[])[], metric: Metric) {
  const values = [...new Set(units.flat().filter((value) => value !== null))].sort((a, b) => a - b);
  const all: Coincidences = { totals: values.map(() => 0), pairs: values.map(() => values.map(() => 0)) };
  const patterns = patternsOf(units, new Map(values.map((value, k) => [value, k])));
  for (const pattern of patterns) addTo(all, pattern, pattern.times);
  return { values, patterns, all, distances: distances(metric, values, all.totals) };
}

/** Distances to be gone through for the standard error; beyond this the value stands alone. */
const MOST_WORK = 2e8;

/** The square of these distances is held. */
const MOST_VALUES = 2_000;

/** The step of the numerical derivative: the cube root of a double's precision. */
const STEP = 6e-6;

/**
 * Krippendorff's alpha for any number of coders with codings missing (Krippendorff 2004, chapter 11). `ase` by the
 * delta method, units as independent: the root of the sum of squared derivatives of alpha in the weight of each unit,
 * about their mean.
 * @param units one line for each unit, one value for each coder, null where there is none
 */
function krippendorffAlpha(
  units: readonly (readonly (number | null)[])[],
  metric: Metric,
  confidence: number,
): MeasureResult | Absent {
  const values = new Set(units.flat().filter((value) => value !== null));
  if (metric === 'ratio' && [...values].some((value) => value < 0))
    return { absent: 'Values on a ratio scale cannot be below 0.' };
  if (values.size > MOST_VALUES)
    return { absent: `There are more than ${MOST_VALUES} different values; band them first.` };
  const { values: sorted, patterns, all } = coincidencesOf(units, metric);
  const U = patterns.reduce((sum, { times }) => sum + times, 0);
  if (U === 0) return { absent: 'No unit has two codings, so nothing can be compared.' };
  const value = alphaOf(all, metric, sorted);
  if (value === null) return { absent: 'All codings are one value: there is nothing to disagree on.' };
  if (U < 2 || patterns.length * values.size ** 2 > MOST_WORK) return { value };
  const slopes = patterns.map((pattern) => {
    const ends = [STEP, -2 * STEP].map((step) => {
      addTo(all, pattern, step);
      return alphaOf(all, metric, sorted) ?? value;
    });
    addTo(all, pattern, STEP);
    return (ends[0]! - ends[1]!) / (2 * STEP);
  });
  const mean = slopes.reduce((sum, slope, k) => sum + slope * patterns[k]!.times, 0) / U;
  const variance = slopes.reduce((sum, slope, k) => sum + patterns[k]!.times * (slope - mean) ** 2, 0);
  return withInterval(value, Math.sqrt(variance), confidence);
}

const DISTANCE: Record<Metric, string> = {
  nominal: 'δ² = 0 for the same value and 1 for another',
  ordinal: 'δ² = the square of the difference of midranks',
  interval: 'δ² = (c − k)²',
  ratio: 'δ² = ((c − k)/(c + k))²',
};

const VALUES_SHOWN = 6;

/** Krippendorff's alpha from the coincidences of values within units. */
function krippendorffAlphaExample({ units, metric }: Subjects['codings']): WorkedExample {
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

/** Of codings by several coders: Krippendorff's alpha. */
export const krippendorffAlphaMeasure = measure({
  id: 'krippendorff-alpha',
  of: 'codings',
  name: "Krippendorff's alpha",
  symbol: 'α',
  about: 'Agreement of any number of coders, with codings missing; 1 is full, 0 is chance.',
  levels: 'any',
  shape: 'any',
  range: [-1, 1],
  atIndependence: null,
  compute: ({ units, metric, confidence }) => krippendorffAlpha(units, metric, confidence),
  workedExample: krippendorffAlphaExample,
  example: {
    request: {
      codings: {
        units: [
          [1, 1],
          [1, 1],
          [1, 2],
          [2, 2],
          [2, 2],
        ],
      },
    },
    value: 0.64,
  },
});
