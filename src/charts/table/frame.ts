import { pensFor, TONES } from '../pens.js';
import { element, label } from '../svg.js';

/** Where names end and figures begin. */
export const NAMES = 140;
const LEGEND_ROW = 22;
const CHARACTER = 7.2;

/** A text no longer than so many characters. */
export const shorten = (text: string, most: number): string =>
  text.length > most ? `${text.slice(0, most - 1)}…` : text;

/** A name at the left, its end against the figures. */
export function nameAt(y: number, text: string, most = 20): string {
  return element(
    'text',
    { x: NAMES - 10, y: y + 4.5, 'text-anchor': 'end', class: 'name' },
    label(shorten(text, most)),
    element('title', {}, label(text)),
  );
}

export const valueAt = (x: number, y: number, text: string, anchor: 'start' | 'middle' | 'end' = 'start'): string =>
  element('text', { x, y: y + 4.5, 'text-anchor': anchor, class: 'value' }, label(text));

/** A hatched bar in the pen of the k-th of so many series. */
export function bar(
  { x, y, width, height }: { x: number; y: number; width: number; height: number },
  [k, of]: readonly [number, number],
  said: string,
): string {
  const pen = pensFor(of)[k]!;
  return element(
    'rect',
    {
      x,
      y,
      width: Math.max(0, width),
      height,
      fill: `url(#pen-${pen.id})`,
      stroke: TONES[pen.tone],
      'stroke-width': 1,
    },
    element('title', {}, label(said)),
  );
}

/** What a bar or a dot says of itself: "Yes, Mill Row: 41%". */
export const saidOf = (answer: string, group: string, share: number): string =>
  `${answer}${group === '' ? '' : `, ${group}`}: ${percentText(share)}`;

/** A figure in the middle of what it is of, on a ground of its own so that no line crosses it. */
export function figureInside(x: number, y: number, text: string, wide = 24): string {
  const ground = element('rect', { x: x - wide / 2, y: y - 7, width: wide, height: 14, rx: 2, fill: 'var(--page)' });
  return ground + valueAt(x, y, text, 'middle');
}

/** The legend of groups; one alone needs none. */
export const groupLegend = (groups: readonly { label: string }[], y: number, width: number) =>
  groups.length > 1
    ? legend(
        groups.map((group) => group.label),
        y,
        width,
      )
    : { markup: '', height: 4 };

/** A pen with what it stands for. */
export const legendEntry = ({ x, y }: { x: number; y: number }, pen: string, stroke: string, text: string): string =>
  element(
    'g',
    { transform: `translate(${x} ${y})` },
    element('rect', { width: 16, height: 12, fill: `url(#pen-${pen})`, stroke }),
    element('text', { x: 22, y: 10.5, class: 'name' }, label(text)),
  );

/** Names of series with their pens, in lines of the width. */
export function legend(names: readonly string[], y: number, width: number): { markup: string; height: number } {
  const pens = pensFor(names.length);
  let left = NAMES;
  let row = 0;
  const parts = names.map((name, k) => {
    const text = shorten(name, 30);
    const wide = 30 + text.length * CHARACTER;
    if (left + wide > width && left > NAMES) {
      left = NAMES;
      row++;
    }
    const at = left;
    left += wide;
    const pen = pens[k]!;
    return legendEntry({ x: at, y: y + 8 + row * LEGEND_ROW }, pen.id, TONES[pen.tone], text);
  });
  return { markup: parts.join(''), height: 8 + (row + 1) * LEGEND_ROW };
}

/** Lines at round figures, with what they stand for under them. */
export function ticks(
  at: readonly { x: number; text: string }[],
  { top, bottom }: { top: number; bottom: number },
): string {
  return at
    .map(
      ({ x, text }) =>
        element('line', { x1: x, x2: x, y1: top, y2: bottom, stroke: 'var(--rule)' }) +
        element('text', { x, y: bottom + 15, 'text-anchor': 'middle', class: 'name' }, label(text)),
    )
    .join('');
}

/** The whole picture. */
export const picture = (title: string, width: number, height: number, parts: readonly string[]): string =>
  element('svg', { viewBox: `0 0 ${width} ${height}`, width, height, role: 'img', 'aria-label': title }, ...parts);

/** "41%". */
export const percentText = (share: number): string => `${Math.round(share * 100)}%`;
