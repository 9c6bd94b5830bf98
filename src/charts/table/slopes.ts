import { scaleLinear } from 'd3-scale';
import { pensFor, TONES } from '../pens.js';
import { element, label } from '../svg.js';
import { percentText, picture, shorten, valueAt } from './frame.js';
import type { PictureSpec } from './spec.js';

const HEIGHT = 300;
const TOP = 30;
const LEFT = 250;
const LEAST_APART = 17;

/** Heights at which texts stand without touching, as near to their own as they can, in order. */
function apart(heights: readonly number[]): number[] {
  const order = heights.map((_, k) => k).sort((a, b) => heights[a]! - heights[b]!);
  const placed = [...heights];
  order.forEach((k, rank) => {
    const before = order[rank - 1];
    if (before !== undefined) placed[k] = Math.max(placed[k]!, placed[before]! + LEAST_APART);
  });
  return placed;
}

/** A line for each answer from one group, or wave, to the other. */
export function slopes({ title, groups, answers, points, width }: PictureSpec): string {
  const shares = answers.map((_, i) => [points[i]?.[0]?.value ?? 0, points[i]?.[1]?.value ?? 0] as const);
  const y = scaleLinear([0, Math.max(0.01, ...shares.flat())], [HEIGHT - 12, TOP + 12]);
  const right = width - 90;
  const pens = pensFor(answers.length);
  const [left, far] = [0, 1].map((side) => apart(shares.map((own) => y(own[side] ?? 0))));
  const drawn = answers.map((answer, i) => {
    const [a, b] = shares[i]!;
    const tone = TONES[pens[i]!.tone];
    const dash = ['', '7 3', '2 3'][i % 3];
    return [
      element(
        'line',
        {
          x1: LEFT,
          x2: right,
          y1: y(a),
          y2: y(b),
          stroke: tone,
          'stroke-width': 2,
          'stroke-dasharray': dash || undefined,
        },
        element('title', {}, label(`${answer}: ${percentText(a)}, ${percentText(b)}`)),
      ),
      element('circle', { cx: LEFT, cy: y(a), r: 4, fill: tone }),
      element('circle', { cx: right, cy: y(b), r: 4, fill: tone }),
      valueAt(LEFT - 12, left![i]!, `${shorten(answer, 24)}  ${percentText(a)}`, 'end'),
      valueAt(right + 12, far![i]!, percentText(b)),
    ].join('');
  });
  const heads = [LEFT, right].map((x, side) =>
    element(
      'text',
      { x, y: 16, 'text-anchor': 'middle', class: 'value' },
      label(shorten(groups[side]?.label ?? '', 26)),
    ),
  );
  const lowest = Math.max(HEIGHT, ...(left ?? []), ...(far ?? [])) + 12;
  return picture(title, width, lowest, [...heads, ...drawn]);
}
