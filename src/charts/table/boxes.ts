import { scaleLinear } from 'd3-scale';
import { fixed } from '../../core/figures.js';
import { element, label } from '../svg.js';
import { nameAt, NAMES, picture, ticks, valueAt } from './frame.js';
import type { BoxSpec } from './spec.js';

const STEP = 34;
const FIGURE = 56;

function scaleOf(ends: readonly number[], width: number) {
  return scaleLinear([Math.min(...ends), Math.max(...ends)], [NAMES, width - FIGURE]).nice(5);
}

const marksOf = (x: ReturnType<typeof scaleOf>) => x.ticks(6).map((value) => ({ x: x(value), text: fixed(value, 0) }));

/** A number by groups as boxes: quartiles and median, whiskers to the minimum and maximum, a dot for the mean. */
export function boxPlots({ title, boxes, decimals, width, values }: BoxSpec): string {
  const x = scaleOf(
    boxes.flatMap(({ minimum, maximum }) => [minimum, maximum]),
    width,
  );
  const height = boxes.length * STEP;
  const say = (value: number) => fixed(value, decimals);
  const drawn = boxes.map((box, k) => {
    const y = 4 + k * STEP + STEP / 2 - 4;
    const line = (from: number, to: number) =>
      element('line', { x1: x(from), x2: x(to), y1: y, y2: y, stroke: 'var(--pen)', 'stroke-width': 1.4 });
    const upright = (at: number, half: number, wide: number) =>
      element('line', { x1: x(at), x2: x(at), y1: y - half, y2: y + half, stroke: 'var(--pen)', 'stroke-width': wide });
    const said =
      `${box.label}: median ${say(box.median)}, quartiles ${say(box.lowerQuartile)} and ${say(box.upperQuartile)}, ` +
      `from ${say(box.minimum)} to ${say(box.maximum)}`;
    return [
      nameAt(y, box.label),
      line(box.minimum, box.lowerQuartile),
      line(box.upperQuartile, box.maximum),
      upright(box.minimum, 5, 1.4),
      upright(box.maximum, 5, 1.4),
      element(
        'rect',
        {
          x: x(box.lowerQuartile),
          y: y - 9,
          width: Math.max(1, x(box.upperQuartile) - x(box.lowerQuartile)),
          height: 18,
          fill: 'url(#pen-spark)',
          stroke: 'var(--pen)',
        },
        element('title', {}, label(said)),
      ),
      upright(box.median, 9, 3),
      element('circle', { cx: x(box.mean), cy: y, r: 3.4, fill: 'var(--page)', stroke: 'var(--ink)' }),
      values ? valueAt(x(box.maximum) + 8, y, say(box.median)) : '',
    ].join('');
  });
  return picture(title, width, height + 24, [ticks(marksOf(x), { top: 0, bottom: height }), ...drawn]);
}

/** Means of a number by groups, with their limits. */
export function means({ title, boxes, decimals, width, values }: BoxSpec): string {
  const ends = boxes.flatMap(({ mean, lower, upper }) => [lower ?? mean, upper ?? mean]);
  const x = scaleOf(ends, width);
  const height = boxes.length * STEP;
  const drawn = boxes.map(({ label: group, mean, lower, upper }, k) => {
    const y = 4 + k * STEP + STEP / 2 - 4;
    const limits =
      lower === null || upper === null
        ? ''
        : element('line', { x1: x(lower), x2: x(upper), y1: y, y2: y, stroke: 'var(--pen)', 'stroke-width': 2.6 });
    const dot = element(
      'circle',
      { cx: x(mean), cy: y, r: 5, fill: 'var(--pen)' },
      element('title', {}, label(`${group}: mean ${fixed(mean, decimals)}`)),
    );
    const text = values ? valueAt(x(upper ?? mean) + 9, y, fixed(mean, decimals)) : '';
    return nameAt(y, group) + limits + dot + text;
  });
  return picture(title, width, height + 24, [ticks(marksOf(x), { top: 0, bottom: height }), ...drawn]);
}
