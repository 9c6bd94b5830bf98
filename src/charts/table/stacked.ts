import { scaleLinear } from 'd3-scale';
import { NAMES, picture } from './frame.js';
import { partedBars } from './parts.js';
import type { PictureSpec } from './spec.js';

/** Bars stacked to 100%, one for each group, the answers told apart by pens. */
export function stacked(spec: PictureSpec): string {
  const { title, width } = spec;
  const { markup, height } = partedBars(spec, () => 0, scaleLinear([0, 1], [NAMES, width - 1]));
  return picture(title, width, height, [markup]);
}
