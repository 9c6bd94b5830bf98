import { total } from '../numerics/total.js';
import type { Absent } from '../infer/result.js';
import { measure } from '../statistic/statistic.js';
import { type Coded, isOfSets, type Metric, type Subjects } from '../statistic/subjects.js';
import { figure, type WorkedExample } from '../statistic/worked-example.js';
import { type MeasureResult, withInterval } from './result.js';
import { setDistance } from './set-distance.js';

/** The codes of a set; a value is one of its own. */
const codesOf = (coded: Coded): readonly number[] => (typeof coded === 'number' ? [coded] : coded);

type DistancesBy = (totals: readonly number[]) => number[][];

/** How far apart two values of a kind are, squared; of sets, how far. Of ranks, see `distancesBy`. */
function distanceBetween(metric: Exclude<Metric, 'ordinal'>, a: Coded, b: Coded): number {
  if (isOfSets(metric)) return setDistance(metric, codesOf(a), codesOf(b));
  const [x, y] = [Number(a), Number(b)];
  if (metric === 'nominal') return x === y ? 0 : 1;
  if (metric === 'interval') return (x - y) ** 2;
  return x + y === 0 ? 0 : ((x - y) / (x + y)) ** 2;
}

/** The distances of all pairs of values, by how often each occurs: of ranks alone they depend on it. */
function distancesBy(metric: Metric, values: readonly Coded[]): DistancesBy {
  if (metric !== 'ordinal') {
    const fixed = values.map((a) => values.map((b) => distanceBetween(metric, a, b)));
    return () => fixed;
  }
  return (totals) => {
    const below = totals.map((_, k) => total(totals.slice(0, k)) + totals[k]! / 2);
    return below.map((x) => below.map((y) => (x - y) ** 2));
  };
}

/** What the units add up to: values that can be paired, and pairs within units. */
interface Coincidences {
  totals: number[];
  pairs: number[][];
}

/** alpha = 1 - (n - 1) sum o d / sum n_c n_k d; null where all values are one. */
function alphaOf({ totals, pairs }: Coincidences, by: DistancesBy): number | null {
  const d = by(totals);
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

type Units = Subjects['codings']['units'];

/** A set with each code once, in rising order. */
const canonical = (coded: readonly number[]): readonly number[] => [...new Set(coded)].sort((a, b) => a - b);
const keyOf = (coded: Coded): string => (typeof coded === 'number' ? String(coded) : canonical(coded).join());

/** The values that occur, or the sets, each once, in rising order under their keys. */
function valuesIn(units: Units): Map<string, Coded> {
  const byKey = new Map<string, Coded>();
  for (const coded of units.flat()) {
    if (coded !== null) byKey.set(keyOf(coded), typeof coded === 'number' ? coded : canonical(coded));
  }
  const rising = (a: Coded, b: Coded) => (codesOf(a)[0] ?? -Infinity) - (codesOf(b)[0] ?? -Infinity);
  return new Map([...byKey].sort(([a, own], [b, other]) => rising(own, other) || (a < b ? -1 : 1)));
}

/** Units whose values are the same count as one with a weight. */
function patternsOf(units: Units, positions: ReadonlyMap<string, number>) {
  const patterns = new Map<string, { counts: Map<number, number>; m: number; times: number }>();
  for (const unit of units) {
    const coded = unit.flatMap((own) => (own === null ? [] : [positions.get(keyOf(own))!])).sort((a, b) => a - b);
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
function coincidencesOf(units: Units, byKey: ReturnType<typeof valuesIn>, metric: Metric) {
  const values = [...byKey.values()];
  const all: Coincidences = { totals: values.map(() => 0), pairs: values.map(() => values.map(() => 0)) };
  const patterns = patternsOf(units, new Map([...byKey.keys()].map((key, k) => [key, k])));
  for (const pattern of patterns) addTo(all, pattern, pattern.times);
  return { values, patterns, all, by: distancesBy(metric, values) };
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
 * @param units one line for each unit, one value or set of codes for each coder, null where there is none
 */
function krippendorffAlpha(units: Units, metric: Metric, confidence: number): MeasureResult | Absent {
  const values = valuesIn(units);
  if (metric === 'ratio' && [...values.values()].some((value) => Number(value) < 0))
    return { absent: 'Values on a ratio scale cannot be below 0.' };
  if (values.size > MOST_VALUES) {
    const [what, mend] = isOfSets(metric) ? ['sets', 'merge codes'] : ['values', 'band them'];
    return { absent: `There are more than ${MOST_VALUES} different ${what}; ${mend} first.` };
  }
  const { patterns, all, by } = coincidencesOf(units, values, metric);
  const U = patterns.reduce((sum, { times }) => sum + times, 0);
  if (U === 0) return { absent: 'No unit has two codings, so nothing can be compared.' };
  const value = alphaOf(all, by);
  if (value === null) return { absent: 'All codings are one value: there is nothing to disagree on.' };
  if (U < 2 || patterns.length * values.size ** 2 > MOST_WORK) return { value };
  const slopes = patterns.map((pattern) => {
    const ends = [STEP, -2 * STEP].map((step) => {
      addTo(all, pattern, step);
      return alphaOf(all, by) ?? value;
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
  jaccard: 'in the place of δ² stands 1 − J, J what two sets share over what either holds (Jaccard)',
  masi:
    'in the place of δ² stands 1 − J × M (MASI, Passonneau 2006), J what two sets share over what either holds, M 1 ' +
    'for the same sets, 2/3 where one holds the other, 1/3 where they share some, 0 where none',
};

const VALUES_SHOWN = 6;

const sayCoded = (coded: Coded): string =>
  typeof coded === 'number' ? figure(coded) : `{${coded.map((code) => figure(code)).join(', ')}}`;

/** Krippendorff's alpha from the coincidences of values within units. */
function krippendorffAlphaExample({ units, metric }: Subjects['codings']): WorkedExample {
  const { values, all, by, patterns } = coincidencesOf(units, valuesIn(units), metric);
  const distances = by(all.totals);
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
            `n_c: ${values.map((value, c) => `${sayCoded(value)} ${figure(all.totals[c]!)} times`).join('; ')}`,
            `o = [${all.pairs.map((line) => line.map(figure).join(' ')).join(' | ')}]`,
          ]
        : [`${values.length} different ${isOfSets(metric) ? 'sets' : 'values'}`]),
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
  about: 'Agreement of any number of coders, on values or on sets of codes, with codings missing; 1 is full, 0 chance.',
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
