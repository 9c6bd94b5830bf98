import { scaleLinear } from 'd3-scale';
import { pensFor, TONES } from '../pens.js';
import { element, label } from '../svg.js';
import { groupLegend, nameAt, NAMES, percentText, picture, saidOf, ticks, valueAt } from './frame.js';
import type { PictureSpec } from './spec.js';

const STEP = 17;
const GAP = 14;
const FIGURE = 44;

/** Shares as dots with their limits: for each answer one for each group. */
export function dots({ title, groups, answers, points, width, values }: PictureSpec): string {
  const most = Math.max(0.05, ...points.flat().map((point) => point?.upper ?? point?.value ?? 0));
  const x = scaleLinear([0, Math.min(1, most)], [NAMES, width - FIGURE]).nice(5);
  const block = groups.length * STEP + GAP;
  const pens = pensFor(groups.length);
  const height = answers.length * block;
  const drawn = answers.map((answer, i) => {
    const top = 4 + i * block;
    const parts = groups.map(({ label: group }, j) => {
      const point = points[i]?.[j];
      if (!point) return '';
      const y = top + j * STEP + STEP / 2;
      const tone = TONES[pens[j]!.tone];
      const { lower, upper, value } = point;
      const limits =
        lower === null || upper === null
          ? ''
          : element('line', { x1: x(lower), x2: x(upper), y1: y, y2: y, stroke: tone, 'stroke-width': 2.4 });
      const dot = element(
        'circle',
        { cx: x(value), cy: y, r: 5, fill: `url(#pen-${pens[j]!.id})`, stroke: tone, 'stroke-width': 1.6 },
        element('title', {}, label(saidOf(answer, group, value))),
      );
      return limits + dot + (values ? valueAt(Math.max(x(upper ?? value), x(value)) + 9, y, percentText(value)) : '');
    });
    return nameAt(top + (groups.length * STEP) / 2, answer) + parts.join('');
  });
  const marks = x.ticks(5).map((value) => ({ x: x(value), text: percentText(value) }));
  const key = groupLegend(groups, height + 20, width);
  return picture(title, width, height + 20 + key.height, [
    ticks(marks, { top: 0, bottom: height }),
    ...drawn,
    key.markup,
  ]);
}
