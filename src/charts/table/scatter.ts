import { scaleLinear, scaleSqrt } from 'd3-scale';
import { fixed, whole } from '../../core/figures.js';
import { coefficient } from '../../core/reading/words.js';
import { slopeSaid } from '../../core/spread/slope-said.js';
import type { Pairs } from '../../core/spread/types.js';
import { element, label } from '../svg.js';
import { picture, ticks } from './frame.js';

const LEFT = 64;
const RIGHT = 18;
const TOP = 50;
const HEIGHT = 380;
const BOTTOM = 48;

export interface ScatterSpec {
  title: string;
  pairs: Pairs;
  width: number;
  /** r and the line are written over it. */
  values: boolean;
}

type Scale = ReturnType<typeof scaleLinear<number>>;

/** So many decimals as the marks of a scale need. */
const decimalsOf = (marks: readonly number[]) =>
  Math.max(...marks.map((mark) => (Number.isInteger(mark) ? 0 : (String(mark).split('.')[1]?.length ?? 0))));

function scaleOver({ minimum, maximum }: Pairs['x'], range: [number, number]): Scale {
  const apart = maximum > minimum ? 0 : 1;
  return scaleLinear([minimum - apart, maximum + apart], range).nice(6);
}

/** Respondents one by one; where several have the same two numbers a larger dot. */
function dots(points: NonNullable<Pairs['points']>, x: Scale, y: Scale): string[] {
  const most = points.reduce((largest, [, , respondents]) => Math.max(largest, respondents), 1);
  const size = scaleSqrt([0, most], [0, most > 1 ? 9 : 2.6]);
  return points.map(([a, b, respondents]) =>
    element(
      'circle',
      {
        cx: x(a),
        cy: y(b),
        r: Math.max(2, size(respondents)),
        fill: 'var(--pen)',
        'fill-opacity': 0.28,
        stroke: 'var(--pen)',
        'stroke-opacity': 0.7,
        'stroke-width': 0.8,
      },
      element('title', {}, label(`${a}, ${b}: ${whole(respondents)}`)),
    ),
  );
}

const darknessOf = (most: number) => scaleSqrt([0, most], [0.06, 1]);

/** A honeycomb, each cell the darker the more respondents are in it. */
function honeycomb({ wide, high, cells }: NonNullable<Pairs['hexagons']>, x: Scale, y: Scale): string[] {
  const [half, up] = [(x(wide) - x(0)) / 2, (y(0) - y(high)) / 2];
  const dark = darknessOf(mostIn(cells));
  const corners = [
    [0, -up],
    [half, -up / 2],
    [half, up / 2],
    [0, up],
    [-half, up / 2],
    [-half, -up / 2],
  ] as const;
  return cells.map((cell) => {
    const at = corners.map(([dx, dy]) => `${(x(cell.x) + dx).toFixed(1)},${(y(cell.y) + dy).toFixed(1)}`).join(' ');
    return element(
      'polygon',
      {
        points: at,
        fill: 'var(--pen)',
        'fill-opacity': dark(cell.respondents),
        stroke: 'var(--page)',
        'stroke-width': 0.6,
      },
      element('title', {}, label(`around ${fixed(cell.x, 1)}, ${fixed(cell.y, 1)}: ${whole(cell.respondents)}`)),
    );
  });
}

const mostIn = (cells: NonNullable<Pairs['hexagons']>['cells']) =>
  cells.reduce((largest, { respondents }) => Math.max(largest, respondents), 1);

/** What the darkness of a cell stands for. */
function keyOf({ cells }: NonNullable<Pairs['hexagons']>, y: number): string {
  const most = mostIn(cells);
  const dark = darknessOf(most);
  const steps = [...new Set([1, Math.round(most / 4), most])];
  return steps
    .map((respondents, k) => {
      const at = { x: LEFT + k * 84, y: y - 11, width: 14, height: 14 };
      return (
        element('rect', { ...at, fill: 'var(--pen)', 'fill-opacity': dark(respondents) }) +
        element('text', { x: at.x + 20, y, class: 'name' }, label(whole(respondents)))
      );
    })
    .join('');
}

/** What is written over the picture: r with its limits, and the line. */
function saidOfPairs({ r, line, n, xTitle, yTitle }: Pairs): string {
  const parts = [`${whole(n)} respondents`];
  if (r) {
    const limits = r.lower === null || r.upper === null ? '' : ` (${coefficient(r.lower)} to ${coefficient(r.upper)})`;
    parts.push(`r = ${coefficient(r.value)}${limits}`);
  }
  if (line)
    parts.push(
      `${yTitle} = ${signed(line.intercept)} ${line.slope < 0 ? '−' : '+'} ${slopeSaid(line.slope)} × ${xTitle}`,
    );
  return parts.join(', ');
}

const signed = (value: number) => `${value < 0 ? '−' : ''}${fixed(Math.abs(value), 2)}`;

/** The part of the line that is within the picture. */
function lineWithin({ slope, intercept }: NonNullable<Pairs['line']>, x: Scale, y: Scale): string {
  const [left, right] = x.domain() as [number, number];
  const [low, high] = y.domain() as [number, number];
  const crossing = slope === 0 ? [] : [(low - intercept) / slope, (high - intercept) / slope];
  const ends = [left, right, ...crossing].filter((at) => {
    const value = intercept + slope * at;
    const room = (high - low) * 1e-9;
    return at >= left && at <= right && value >= low - room && value <= high + room;
  });
  if (ends.length < 2) return '';
  const [from, to] = [Math.min(...ends), Math.max(...ends)];
  const place = (at: number) => [x(at), y(intercept + slope * at)] as const;
  const [[x1, y1], [x2, y2]] = [place(from), place(to)];
  return element('line', { x1, y1, x2, y2, stroke: 'var(--pen-last)', 'stroke-width': 2.2 });
}

/** Two numbers of each respondent: one by one, or as a honeycomb, with the straight line through them. */
export function scatter({ title, pairs, width, values }: ScatterSpec): string {
  const x = scaleOver(pairs.x, [LEFT, width - RIGHT]);
  const y = scaleOver(pairs.y, [TOP + HEIGHT, TOP]);
  const bottom = TOP + HEIGHT;
  const [across, up] = [x.ticks(8), y.ticks(6)];
  const levels = up.map(
    (mark) =>
      element('line', { x1: LEFT, x2: width - RIGHT, y1: y(mark), y2: y(mark), stroke: 'var(--rule)' }) +
      element(
        'text',
        { x: LEFT - 8, y: y(mark) + 4.5, 'text-anchor': 'end', class: 'name' },
        label(fixed(mark, decimalsOf(up))),
      ),
  );
  const { points, hexagons, line } = pairs;
  return picture(title, width, bottom + BOTTOM, [
    ticks(
      across.map((mark) => ({ x: x(mark), text: fixed(mark, decimalsOf(across)) })),
      { top: TOP, bottom },
    ),
    ...levels,
    ...(points ? dots(points, x, y) : []),
    ...(hexagons ? honeycomb(hexagons, x, y) : []),
    line ? lineWithin(line, x, y) : '',
    hexagons ? keyOf(hexagons, bottom + 38) : '',
    element('text', { x: LEFT, y: TOP - 14, class: 'name' }, label(`${pairs.yTitle} ↑`)),
    element(
      'text',
      { x: width - RIGHT, y: bottom + 38, 'text-anchor': 'end', class: 'name' },
      label(`${pairs.xTitle} →`),
    ),
    values
      ? element('text', { x: width - RIGHT, y: 16, 'text-anchor': 'end', class: 'value' }, label(saidOfPairs(pairs)))
      : '',
  ]);
}
