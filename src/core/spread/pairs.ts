import { titleOf, type Variable } from '../codebook/types.js';
import type { NumberColumn } from '../count/number-column.js';
import { criticalZ, fSurvival, normalTwoSided } from '../numerics/distributions.js';
import { hexagons } from './hexagons.js';
import type { PairMoments, Pairs, PearsonR } from './types.js';

/** So many respondents are drawn one by one. */
export const MOST_POINTS = 5000;

type Numbers = Pick<NumberColumn, 'distinct' | 'place'>;

interface Asked {
  x: Numbers;
  y: Numbers;
  respondents: number;
  mask: Uint8Array | null;
  /** What each respondent counts as; who counts as nothing, or as less, is left out. */
  weight: Float64Array | null;
}

interface Named {
  x: Variable;
  y: Variable;
}

/** Visits respondents who have both numbers. */
function eachPair({ x, y, respondents, mask, weight }: Asked, visit: (x: number, y: number, w: number) => void): void {
  for (let k = 0; k < respondents; k++) {
    if (mask && mask[k] === 0) continue;
    const w = weight ? weight[k]! : 1;
    const [a, b] = [x.place[k]!, y.place[k]!];
    if (a >= 0 && b >= 0 && w > 0) visit(x.distinct[a]!, y.distinct[b]!, w);
  }
}

interface Moments extends PairMoments {
  n: number;
  /** Each counts as much as any other. */
  isEven: boolean;
}

function momentsOf(asked: Asked): Moments {
  let [n, weight, sumX, sumY] = [0, 0, 0, 0];
  let [least, most] = [Infinity, 0];
  eachPair(asked, (x, y, w) => {
    n++;
    weight += w;
    sumX += w * x;
    sumY += w * y;
    if (w < least) least = w;
    if (w > most) most = w;
  });
  const [meanX, meanY] = [sumX / weight, sumY / weight];
  let [xx, yy, xy] = [0, 0, 0];
  eachPair(asked, (x, y, w) => {
    xx += w * (x - meanX) ** 2;
    yy += w * (y - meanY) ** 2;
    xy += w * (x - meanX) * (y - meanY);
  });
  return { n, weight, meanX, meanY, xx, yy, xy, isEven: least === most };
}

const FEWEST = 4;

/** Limits of r by Fisher's z, and p by Student's t with n - 2 degrees of freedom. */
function plainLimits(r: number, n: number, confidence: number) {
  const reach = criticalZ(confidence) / Math.sqrt(n - 3);
  const rest = 1 - r * r;
  return {
    lower: rest > 0 ? Math.tanh(Math.atanh(r) - reach) : r,
    upper: rest > 0 ? Math.tanh(Math.atanh(r) + reach) : r,
    p: rest > 0 ? fSurvival((r * r * (n - 2)) / rest, 1, n - 2) : 0,
    error: null,
  };
}

/**
 * With weights r is a ratio of weighted sums: its limits and p are by linearisation, on the scale of Fisher's z, whose
 * slope is 1/(1 - r²).
 */
function weightedLimits(r: number, asked: Asked, moments: Moments, confidence: number) {
  const { n, weight, meanX, meanY, xx, yy } = moments;
  const [sdX, sdY] = [Math.sqrt(xx / weight), Math.sqrt(yy / weight)];
  let squares = 0;
  eachPair(asked, (x, y, w) => {
    const [a, b] = [(x - meanX) / sdX, (y - meanY) / sdY];
    squares += (w * (a * b - (r / 2) * (a * a + b * b))) ** 2;
  });
  const rest = 1 - r * r;
  const error = Math.sqrt((n / (n - 1)) * squares) / weight / rest;
  if (!(rest > 0) || !(error > 0)) return { lower: null, upper: null, p: null, error: null };
  const [z, reach] = [Math.atanh(r), criticalZ(confidence) * error];
  return { lower: Math.tanh(z - reach), upper: Math.tanh(z + reach), p: normalTwoSided(z / error), error };
}

function correlationOf(asked: Asked, moments: Moments, confidence: number): PearsonR | null {
  const { n, xx, yy, xy, isEven } = moments;
  if (!(xx > 0) || !(yy > 0)) return null;
  const value = Math.max(-1, Math.min(1, xy / (Math.sqrt(xx) * Math.sqrt(yy))));
  if (n < FEWEST) return { value, lower: null, upper: null, p: null, error: null };
  const limits = isEven ? plainLimits(value, n, confidence) : weightedLimits(value, asked, moments, confidence);
  return { value, ...limits };
}

/** Each pair with how many respondents have it. */
function pointsOf(asked: Asked): NonNullable<Pairs['points']> {
  const points = new Map<string, [number, number, number]>();
  eachPair(asked, (x, y) => {
    const key = `${x} ${y}`;
    const point = points.get(key) ?? [x, y, 0];
    point[2]++;
    points.set(key, point);
  });
  return [...points.values()];
}

function rangesOf(asked: Asked): Pick<Pairs, 'x' | 'y'> {
  let [left, right, low, high] = [Infinity, -Infinity, Infinity, -Infinity];
  eachPair(asked, (x, y) => {
    if (x < left) left = x;
    if (x > right) right = x;
    if (y < low) low = y;
    if (y > high) high = y;
  });
  return { x: { minimum: left, maximum: right }, y: { minimum: low, maximum: high } };
}

/**
 * Two numbers of each respondent: one by one up to 5,000, a honeycomb beyond; r, and the line by least squares.
 * @param confidence of the limits of r
 * @example
 * const x = { distinct: Float64Array.of(1, 2, 3), place: Int32Array.of(0, 1, 2) };
 * const variable = { id: 1, name: 'a', label: 'A', question: '', level: 'number', codes: [] };
 * const asked = { x, y: x, respondents: 3, mask: null, weight: null };
 * pairs(asked, { x: variable, y: variable }, 0.95).line; // { slope: 1, intercept: 0 }
 */
export function pairs(asked: Asked, named: Named, confidence: number): Pairs {
  const moments = momentsOf(asked);
  const { n, weight, meanX, meanY, xx, yy, xy } = moments;
  const titles = { xTitle: titleOf(named.x), yTitle: titleOf(named.y) };
  if (n === 0) {
    const nowhere = { minimum: 0, maximum: 0 };
    const nothing = { points: [], hexagons: null, moments: null, r: null, line: null };
    return { of: 'pairs', ...titles, n, x: nowhere, y: nowhere, ...nothing };
  }
  const ranges = rangesOf(asked);
  const isMany = n > MOST_POINTS;
  const slope = xy / xx;
  return {
    of: 'pairs',
    ...titles,
    n,
    ...ranges,
    points: isMany ? null : pointsOf(asked),
    hexagons: isMany ? hexagons(ranges.x, ranges.y, (put) => eachPair(asked, put)) : null,
    moments: { weight, meanX, meanY, xx, yy, xy },
    r: correlationOf(asked, moments, confidence),
    line: xx > 0 ? { slope, intercept: meanY - slope * meanX } : null,
  };
}
