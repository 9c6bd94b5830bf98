import { element, label } from '../svg.js';
import { figureInside, legendEntry, nameAt, NAMES, percentText, picture, shorten } from './frame.js';
import type { PictureSpec } from './spec.js';

const HEIGHT = 300;
const GAP = 3;
const LEAST_FOR_TEXT = 17;

const INKS = { more: ['rise-2', 'var(--pen-first)'], fewer: ['fall-2', 'var(--pen-last)'] } as const;

/** What the hatching of the cells means. */
const inkLegend = (y: number): string =>
  (['more', 'fewer'] as const)
    .map((ink, k) => {
      const [pen, stroke] = INKS[ink];
      return legendEntry({ x: NAMES + k * 220, y }, pen, stroke, `${ink} than independence gives`);
    })
    .join('');

/**
 * The whole table as an area: a column as wide as its base, its answers as high as their shares; hatched where more
 * (rising) or fewer (falling) are in a cell than independence gives.
 */
export function mosaic({ title, groups, answers, points, departures, width, values }: PictureSpec): string {
  const all = groups.reduce((sum, { base }) => sum + base, 0);
  const room = width - NAMES - GAP * (groups.length - 1);
  let left = NAMES;
  const columns = groups.map(({ label: group, base }, j) => {
    const wide = all > 0 ? (room * base) / all : 0;
    const x = left;
    left += wide + GAP;
    let top = 2;
    const cells = answers.map((answer, i) => {
      const share = points[i]?.[j]?.value ?? 0;
      const tall = share * (HEIGHT - GAP * (answers.length - 1));
      const y = top;
      top += tall + GAP;
      const ink = departures[i]?.[j];
      const [pen, stroke] = ink ? INKS[ink] : [null, 'var(--rule-strong)'];
      const body = element(
        'rect',
        { x, y, width: Math.max(0, wide), height: Math.max(0, tall), fill: pen ? `url(#pen-${pen})` : 'none', stroke },
        element('title', {}, label(`${group}, ${answer}: ${percentText(share)}`)),
      );
      if (!values || tall < LEAST_FOR_TEXT || wide < 30) return body;
      return body + figureInside(x + wide / 2, y + tall / 2, percentText(share), 32);
    });
    const name = element(
      'text',
      { x: x + wide / 2, y: HEIGHT + 20, 'text-anchor': 'middle', class: 'name' },
      label(shorten(group, Math.max(3, Math.floor(wide / 7.2)))),
      element('title', {}, label(group)),
    );
    return cells.join('') + name;
  });
  // Answers are named beside the first column.
  let top = 2;
  const names = answers.map((answer, i) => {
    const tall = (points[i]?.[0]?.value ?? 0) * (HEIGHT - GAP * (answers.length - 1));
    const y = top + tall / 2;
    top += tall + GAP;
    return tall < 10 ? '' : nameAt(y, answer);
  });
  const isInked = departures.some((line) => line.some((ink) => ink !== null));
  const legend = isInked ? inkLegend(HEIGHT + 34) : '';
  return picture(title, width, HEIGHT + (isInked ? 56 : 30), [...names, ...columns, legend]);
}
