import type { Weighted } from '../../codebook/summary.js';
import type { BandEnds, Cut } from './shape.js';

/** A number as short as it can be told from its neighbours: 12 digits, without thousands set apart. */
export function figure(value: number): string {
  return String(Number(value.toPrecision(12)));
}

/** The label that says which numbers a stretch takes; `whole` numbers are named from the first to the last. */
export function labelOfRange(from: number | null, to: number | null, ends: BandEnds, whole: boolean): string {
  if (whole) {
    const low = from === null ? null : ends === 'upper' ? from + 1 : from;
    const high = to === null ? null : ends === 'lower' ? to - 1 : to;
    if (low !== null && high !== null) return low === high ? figure(low) : `${figure(low)} to ${figure(high)}`;
    if (low !== null) return `${figure(low)} and over`;
    return high === null ? 'All' : `Up to ${figure(high)}`;
  }
  if (from !== null && to !== null) {
    if (ends === 'both') return `${figure(from)} to ${figure(to)}`;
    return ends === 'lower' ? `${figure(from)} to under ${figure(to)}` : `Over ${figure(from)} to ${figure(to)}`;
  }
  if (from !== null) return ends === 'upper' ? `Over ${figure(from)}` : `${figure(from)} and over`;
  return to === null ? 'All' : ends === 'lower' ? `Under ${figure(to)}` : `Up to ${figure(to)}`;
}

/** Numbers that bands of single values take before any stretch does. */
export const apartIn = (bands: readonly Cut[]): number[] =>
  bands.flatMap((band) => (band.is === 'values' ? [...band.values] : [])).sort((a, b) => a - b);

/**
 * The label of a stretch from which single numbers are set apart: of whole numbers its ends move past them, and what
 * lies within is named.
 * @example labelWithout({ from: 16, to: 31 }, 'both', true, [16, 20]) // '17 to 31, not 20'
 */
export function labelWithout(
  range: { from: number | null; to: number | null },
  ends: BandEnds,
  whole: boolean,
  apart: readonly number[],
): string {
  let { from, to } = range;
  const isApart = (value: number) => apart.includes(value);
  if (whole) {
    const first = () => (from === null ? NaN : ends === 'upper' ? from + 1 : from);
    const last = () => (to === null ? NaN : ends === 'lower' ? to - 1 : to);
    while (from !== null && isApart(first()) && first() !== last()) from++;
    while (to !== null && isApart(last()) && first() !== last()) to--;
  }
  const isAbove = (value: number) => from === null || value > from || (value === from && ends !== 'upper');
  const isBelow = (value: number) => to === null || value < to || (value === to && ends !== 'lower');
  const within = apart.filter((value) => isAbove(value) && isBelow(value)).map(figure);
  const label = labelOfRange(from, to, ends, whole);
  return within.length === 0 ? label : `${label}, not ${within.join(', ')}`;
}

/**
 * Bands that share the whole line between them: one more than there are edges, the outermost open.
 * With `both` ends, whole numbers: an edge begins the upper band, and the lower one ends one before it.
 * @param edges upwards, each once
 */
export function bandsAt(edges: readonly number[], ends: BandEnds, whole: boolean): Cut[] {
  const before = (edge: number) => (ends === 'both' ? edge - 1 : edge);
  return [...edges, null].map((edge, k) => {
    const from = k === 0 ? null : edges[k - 1]!;
    const to = edge === null ? null : before(edge);
    return { code: String(k + 1), is: 'range', from, to, label: labelOfRange(from, to, ends, whole) };
  });
}

/** Edges that cut a stretch of the line into parts of equal width, on round numbers where they are wanted. */
export function edgesByWidth(from: number, to: number, parts: number, whole: boolean): number[] {
  const width = (to - from + (whole ? 1 : 0)) / parts;
  const edges = Array.from({ length: Math.max(0, parts - 1) }, (_, k) => from + width * (k + 1));
  return unique(
    edges.map((edge) => (whole ? Math.round(edge) : Number(edge.toPrecision(6)))),
    from,
  );
}

/**
 * Edges behind which the given shares of respondents lie, as near as the values allow: an edge is the first value of
 * the upper band, so that equal values are never parted. `ends` upper: the last value of the lower band.
 * @param numbers the answers upwards, each with its respondents
 * @param shares from 0 to 1, upwards: [0.25, 0.5, 0.75] for quarters
 */
export function edgesByShare(numbers: Weighted, shares: readonly number[], ends: BandEnds): number[] {
  const all = numbers.reduce((sum, [, respondents]) => sum + respondents, 0);
  const edges: number[] = [];
  let passed = 0;
  let next = 0;
  for (let k = 0; k < numbers.length && next < shares.length; k++) {
    const [value, respondents] = numbers[k]!;
    const after = passed + respondents;
    while (next < shares.length && after >= shares[next]! * all - 1e-9) {
      // Cut before or behind this value, whichever is nearer to the share that is wanted.
      const behind = after - shares[next]! * all <= shares[next]! * all - passed;
      const edge = ends === 'upper' ? (behind ? value : numbers[k - 1]?.[0]) : behind ? numbers[k + 1]?.[0] : value;
      if (edge !== undefined && edge !== edges.at(-1)) edges.push(edge);
      next++;
    }
    passed = after;
  }
  const lowest = numbers[0]?.[0] ?? -Infinity;
  return ends === 'upper' ? edges.filter((edge) => edge !== numbers.at(-1)?.[0]) : unique(edges, lowest);
}

function unique(edges: readonly number[], lowest: number): number[] {
  return [...new Set(edges)].filter((edge) => edge > lowest).sort((a, b) => a - b);
}
