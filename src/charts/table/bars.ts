import { scaleLinear } from 'd3-scale';
import { bar, groupLegend, nameAt, NAMES, percentText, picture, saidOf, valueAt } from './frame.js';
import type { PictureSpec } from './spec.js';

const BAR = 15;
const GAP = 12;
/** Room for a figure behind the longest bar. */
const FIGURE = 44;

/** Bars side by side: for each answer one for each group; of one group alone, a bar for each answer. */
export function bars({ title, groups, answers, points, width, values }: PictureSpec): string {
  const most = Math.max(0.01, ...points.flat().map((point) => point?.value ?? 0));
  const x = scaleLinear([0, most], [NAMES, width - FIGURE]);
  const block = groups.length * BAR + GAP;
  const drawn = answers.map((answer, i) => {
    const top = 2 + i * block;
    const parts = groups.map(({ label }, j) => {
      const value = points[i]?.[j]?.value ?? 0;
      const y = top + j * BAR;
      const place = { x: NAMES, y, width: x(value) - NAMES, height: BAR - 2 };
      const body = bar(place, [j, groups.length], saidOf(answer, label, value));
      return values ? body + valueAt(x(value) + 6, y + BAR / 2 - 1, percentText(value)) : body;
    });
    return nameAt(top + (groups.length * BAR) / 2 - 1, answer) + parts.join('');
  });
  const height = answers.length * block;
  const key = groupLegend(groups, height, width);
  return picture(title, width, height + key.height, [...drawn, key.markup]);
}
