import { scaleLinear } from 'd3-scale';
import type { Distribution } from '../../../../api/types.js';
import type { Band } from '../../../../core/recode/band/shape.js';
import type { Grain } from './band-edits.js';

export const HEIGHT = 190;
/** The highest a bar reaches, and the line it stands on. */
export const TOP = 40;
export const FLOOR = HEIGHT - 24;
/** What a missing code takes at the right. */
export const STRIP = 54;
/** Between the answers and the missing codes. */
const GAP = 14;
/** A bar that somebody is in is no lower than this. */
const LEAST = 1.5;

/** A bar: from and to in the number's own units, and the answers in it. */
export interface BandBar {
  from: number;
  to: number;
  middle: number;
  respondents: number;
}

/** Bars of the answers: each value its own where they are few, else bins. */
export function barsOf({ points, histogram, whole }: Distribution): BandBar[] {
  if (points && whole) {
    return points.map(([value, respondents]) => ({ from: value - 0.5, to: value + 0.5, middle: value, respondents }));
  }
  if (!histogram) return [];
  const width = (histogram.to - histogram.from || 1) / histogram.bins.length;
  return histogram.bins.map((respondents, k) => {
    const from = histogram.from + k * width;
    return { from, to: from + width, middle: from + width / 2, respondents };
  });
}

/** Where values, edges and counts lie in the picture, in pixels. */
export interface BandScale {
  /** How wide the answers are; missing codes stand at the right of it. */
  plot: number;
  x: (value: number) => number;
  /** How tall a bar is: by the square root, so that few can be seen beside many. */
  tall: (respondents: number) => number;
  /** Where an edge is drawn: of whole numbers between two, on the side where they part. */
  drawn: (edge: number) => number;
  /** The edge that a place means, to the grain of the number. */
  valueAt: (px: number) => number;
  clamp: (px: number) => number;
  /** Values to write under the floor. */
  ticks: number[];
  bars: readonly BandBar[];
}

export function bandScale(
  { missing }: Distribution,
  bars: readonly BandBar[],
  { ends }: Pick<Band, 'ends'>,
  { whole, step }: Grain,
  width: number,
): BandScale {
  const plot = width - (missing.length > 0 ? Math.min(width / 3, GAP + STRIP * missing.length) : 0) - 2;
  const x = scaleLinear([bars[0]?.from ?? 0, bars.at(-1)?.to ?? 1], [0, plot]);
  const most = [...bars, ...missing].reduce((so, { respondents }) => Math.max(so, respondents), 1);
  const y = scaleLinear([0, Math.sqrt(most)], [0, FLOOR - TOP]);
  const half = ends === 'upper' ? 0.5 : -0.5;
  return {
    plot,
    x,
    tall: (respondents) => (respondents === 0 ? 0 : Math.max(LEAST, y(Math.sqrt(respondents)))),
    drawn: (edge) => x(whole ? edge + half : edge),
    valueAt: (px) => {
      const value = x.invert(px);
      return whole ? Math.round(value - half) : Number((Math.round(value / step) * step).toPrecision(12));
    },
    clamp: (px) => Math.max(0, Math.min(plot, px)),
    ticks: x.ticks(Math.max(2, Math.floor(plot / 70))),
    bars,
  };
}
