import type { Densities, Pairs } from '../../core/spread/types.js';

/** One figure of a picture, with its limits where it has some; null where nobody is in the group. */
interface Point {
  value: number;
  lower: number | null;
  upper: number | null;
}

/** A number in one group, as box and whiskers or mean with limits tell it. */
export interface Box {
  label: string;
  minimum: number;
  lowerQuartile: number;
  median: number;
  upperQuartile: number;
  maximum: number;
  mean: number;
  lower: number | null;
  upper: number | null;
}

/** A table as pictures take it: shares of the answers (0 to 1) in each group. */
export interface PictureSpec {
  /** What stands in for the picture where it is not seen. */
  title: string;
  groups: readonly { label: string; base: number }[];
  answers: readonly string[];
  /** Places of answers that have no place on the scale. */
  offScale?: readonly number[] | undefined;
  /** Answers by groups. */
  points: readonly (readonly (Point | null)[])[];
  /** Adjusted residuals beyond chance: more, fewer, or neither. */
  departures: readonly (readonly ('more' | 'fewer' | null)[])[];
  width: number;
  /** Figures are written beside what they are of. */
  values: boolean;
}

/** How numbers lie, as far as it came: it is asked for by itself. */
export interface SpreadSpec {
  title: string;
  densities: Densities | null;
  pairs: Pairs | null;
  decimals: number;
  width: number;
  values: boolean;
}

/** A number by groups as pictures take it. */
export interface BoxSpec {
  title: string;
  boxes: readonly Box[];
  decimals: number;
  width: number;
  values: boolean;
}
