import { scaleLinear } from 'd3-scale';
import { element, label } from '../svg.js';
import { NAMES, picture } from './frame.js';
import { partedBars, sharesOf } from './parts.js';
import type { PictureSpec } from './spec.js';

/** Where the parts of one bar begin: its middle answer, or the border between its halves, stands in the middle. */
function beginOf(shares: readonly number[]): number {
  const half = Math.floor(shares.length / 2);
  const before = shares.slice(0, half).reduce((sum, share) => sum + share, 0);
  const middle = shares.length % 2 === 1 ? (shares[half] ?? 0) / 2 : 0;
  return -(before + middle);
}

/** A picture without the answers that are not on the scale. */
function onScale(spec: PictureSpec): PictureSpec {
  const { offScale = [] } = spec;
  const kept = <T>(list: readonly T[]) => list.filter((_, i) => !offScale.includes(i));
  return { ...spec, answers: kept(spec.answers), points: kept(spec.points), departures: kept(spec.departures) };
}

const NOTE = 22;

/** Bars of a scale that part in its middle: one end to the left, the other to the right. */
export function diverging(whole: PictureSpec): string {
  const spec = onScale(whole);
  const { title, groups, width } = spec;
  const ends = groups.flatMap((_, j) => {
    const shares = sharesOf(spec, j);
    const begin = beginOf(shares);
    return [begin, begin + shares.reduce((sum, share) => sum + share, 0)];
  });
  const reach = Math.max(0.01, ...ends.map(Math.abs));
  const x = scaleLinear([-reach, reach], [NAMES, width - 1]);
  const { markup, bars, height } = partedBars(spec, beginOf, x);
  const middle = { x1: x(0), x2: x(0), y1: 0, y2: bars, stroke: 'var(--ink)', 'stroke-dasharray': '2 3' };
  const left = whole.answers.filter((answer) => !spec.answers.includes(answer));
  if (left.length === 0) return picture(title, width, height, [markup, element('line', middle)]);
  const words = `Not drawn, as off the scale: ${left.join(', ')}`;
  const note = element('text', { x: NAMES, y: height + NOTE / 2, class: 'name' }, label(words));
  return picture(title, width, height + NOTE, [markup, element('line', middle), note]);
}
