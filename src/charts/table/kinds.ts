import { bars } from './bars.js';
import { boxPlots, means } from './boxes.js';
import { densityHills } from './densities.js';
import { diverging } from './diverging.js';
import { dots } from './dots.js';
import { mosaic } from './mosaic.js';
import { scatter } from './scatter.js';
import { slopes } from './slopes.js';
import { stacked } from './stacked.js';
import type { PictureKind } from '../../core/table/picture-kinds.js';
import type { BoxSpec, PictureSpec, SpreadSpec } from './spec.js';

/** What a table is drawn from: shares of its answers, or a number by its groups. */
export type Drawable = { of: 'shares'; spec: PictureSpec } | { of: 'numbers'; spec: BoxSpec & SpreadSpec };

const OF_SHARES: Partial<Record<PictureKind, (spec: PictureSpec) => string>> = {
  bars,
  stacked,
  diverging,
  mosaic,
  dots,
  slopes,
};

const OF_NUMBERS: Partial<Record<PictureKind, (spec: BoxSpec & SpreadSpec) => string>> = {
  boxes: boxPlots,
  means,
  densities: ({ densities, ...spec }) => (densities ? densityHills({ densities, ...spec }) : ''),
  scatter: ({ pairs, ...spec }) => (pairs ? scatter({ pairs, ...spec }) : ''),
};

/** The same as wide as this, or with its figures written in it. */
export const redrawn = (drawable: Drawable, how: Partial<Pick<PictureSpec, 'width' | 'values'>>): Drawable =>
  drawable.of === 'shares'
    ? { ...drawable, spec: { ...drawable.spec, ...how } }
    : { ...drawable, spec: { ...drawable.spec, ...how } };

/** A picture of a kind; empty where the table cannot be drawn so. */
export function draw(kind: PictureKind, drawable: Drawable): string {
  if (drawable.of === 'numbers') return OF_NUMBERS[kind]?.(drawable.spec) ?? '';
  return OF_SHARES[kind]?.(drawable.spec) ?? '';
}
