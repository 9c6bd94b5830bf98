import { scaleLinear } from 'd3-scale';
import { element } from '../svg.js';
import { bar, legend, nameAt, NAMES, percentText, picture, valueAt } from './frame.js';
import type { PictureSpec } from './spec.js';

const BAR = 24;
const STEP = 32;
const LEAST_FOR_TEXT = 26;

/** Where the parts of one bar begin: its middle answer, or the border between its halves, stands in the middle. */
function beginOf(shares: readonly number[]): number {
  const half = Math.floor(shares.length / 2);
  const before = shares.slice(0, half).reduce((sum, share) => sum + share, 0);
  const middle = shares.length % 2 === 1 ? (shares[half] ?? 0) / 2 : 0;
  return -(before + middle);
}

/** Bars of a scale that part in its middle: one end to the left, the other to the right. */
export function diverging({ title, groups, answers, points, width, values }: PictureSpec): string {
  const shares = groups.map((_, j) => answers.map((__, i) => points[i]?.[j]?.value ?? 0));
  const ends = shares.map((own) => {
    const begin = beginOf(own);
    return [begin, begin + own.reduce((sum, share) => sum + share, 0)] as const;
  });
  const reach = Math.max(0.01, ...ends.flat().map(Math.abs));
  const x = scaleLinear([-reach, reach], [NAMES, width - 1]);
  const drawn = groups.map(({ label }, j) => {
    const y = 2 + j * STEP;
    let from = ends[j]?.[0] ?? 0;
    const parts = answers.map((answer, i) => {
      const share = shares[j]?.[i] ?? 0;
      const [start, end] = [x(from), x(from + share)];
      from += share;
      const said = `${label}, ${answer}: ${percentText(share)}`;
      const body = bar({ x: start, y, width: end - start - 1, height: BAR }, [i, answers.length], said);
      if (!values || end - start < LEAST_FOR_TEXT) return body;
      const middle = (start + end) / 2;
      const ground = element('rect', {
        x: middle - 12,
        y: y + 5,
        width: 24,
        height: BAR - 10,
        rx: 2,
        fill: 'var(--page)',
      });
      return body + ground + valueAt(middle, y + BAR / 2, String(Math.round(share * 100)), 'middle');
    });
    return nameAt(y + BAR / 2, label) + parts.join('');
  });
  const height = groups.length * STEP;
  const middle = element('line', {
    x1: x(0),
    x2: x(0),
    y1: 0,
    y2: height,
    stroke: 'var(--ink)',
    'stroke-dasharray': '2 3',
  });
  const key = legend(answers, height, width);
  return picture(title, width, height + key.height, [...drawn, middle, key.markup]);
}
