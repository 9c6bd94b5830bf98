import { scaleLinear } from 'd3-scale';
import { fixed } from '../../core/figures.js';
import type { Densities } from '../../core/spread/types.js';
import { element, label } from '../svg.js';
import { nameAt, NAMES, picture, ticks, valueAt } from './frame.js';

/** Each group has a band of this height, and its hill reaches over a part of the one above. */
const STEP = 46;
const HILL = 62;
const FIGURE = 60;

export interface DensitySpec {
  title: string;
  densities: Densities;
  decimals: number;
  width: number;
  /** Medians are written beside. */
  values: boolean;
}

const pathThrough = (places: readonly (readonly [number, number])[]): string =>
  places.map(([x, y], k) => `${k === 0 ? 'M' : 'L'}${x.toFixed(1)},${y.toFixed(1)}`).join('');

/** A number in groups: a hill for each, as high as it is dense there, one scale for all; an upright at the median. */
export function densityHills({ title, densities, decimals, width, values }: DensitySpec): string {
  const { grid, groups } = densities;
  const x = scaleLinear([grid[0] ?? 0, grid.at(-1) ?? 1], [NAMES, width - FIGURE]);
  const most = Math.max(...groups.flatMap(({ heights }) => heights ?? []), Number.MIN_VALUE);
  const up = scaleLinear([0, most], [0, HILL]);
  const top = HILL - STEP + 8;
  const height = top + groups.length * STEP;
  const drawn = groups.map(({ label: group, n, median, heights }, k) => {
    const ground = top + (k + 1) * STEP - 4;
    const said = `${group}: ${fixed(n, 0)} respondents, median ${fixed(median, decimals)}`;
    const places = (heights ?? []).map((own, at): [number, number] => [x(grid[at]!), ground - up(own)]);
    const edge = pathThrough(places);
    const [first, last] = [places[0], places.at(-1)];
    const hill = first && last ? `${edge}L${last[0]},${ground}L${first[0]},${ground}Z` : '';
    const name = element('title', {}, label(said));
    const upright = { x1: x(median), x2: x(median), y1: ground - 15, y2: ground, stroke: 'var(--pen)' };
    return [
      element('path', { d: hill, fill: 'var(--page)', 'fill-opacity': 0.8 }),
      element('path', { d: hill, fill: 'url(#pen-spark)' }, name),
      element('path', { d: edge, fill: 'none', stroke: 'var(--pen)', 'stroke-width': 1.4 }),
      element('line', { x1: NAMES, x2: width - FIGURE, y1: ground, y2: ground, stroke: 'var(--rule-strong)' }),
      element('line', { ...upright, 'stroke-width': 3 }, name),
      nameAt(ground - 10, group),
      values ? valueAt(width - FIGURE + 8, ground - 10, fixed(median, decimals)) : '',
    ].join('');
  });
  const marks = x.ticks(6).map((value) => ({ x: x(value), text: fixed(value, 0) }));
  const heading = values ? valueAt(width - FIGURE + 8, 6, 'median') : '';
  return picture(title, width, height + 24, [ticks(marks, { top: 0, bottom: height }), ...drawn, heading]);
}
