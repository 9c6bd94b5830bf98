import { scaleLinear } from 'd3-scale';
import { pensFor, TONES } from './pens.js';
import { element, label } from './svg.js';

export interface StackedSpec {
  /** One bar each: the groups of a table. */
  groups: readonly string[];
  /** One part of each bar: the answers. */
  answers: readonly string[];
  /** Shares, answers by groups; null where a group is empty. */
  shares: readonly (readonly (number | null)[])[];
  width: number;
  title: string;
}

const BAR = 24;
const STEP = 32;
const NAMES = 132;
const LEGEND_ROW = 22;

function shorten(text: string, most: number): string {
  return text.length > most ? `${text.slice(0, most - 1)}…` : text;
}

/** Bars stacked to 100%, one for each group, the answers told apart by pens. */
export function stacked({ groups, answers, shares, width, title }: StackedSpec): string {
  const x = scaleLinear([0, 1], [NAMES, width - 1]);
  const pens = pensFor(answers.length);
  const bars = groups.map((group, j) => {
    let from = 0;
    const parts = answers.map((answer, i) => {
      const value = shares[i]?.[j] ?? 0;
      const start = x(from);
      const wide = x(from + value) - start;
      from += value;
      const pen = pens[i]!;
      const percent = Math.round(value * 100);
      const body = element(
        'rect',
        {
          x: start,
          y: 0,
          width: Math.max(0, wide - 1),
          height: BAR,
          fill: `url(#pen-${pen.id})`,
          stroke: TONES[pen.tone],
          'stroke-width': 1,
        },
        element('title', {}, label(`${group}, ${answer}: ${percent}%`)),
      );
      if (wide < 26) return body;
      const middle = start + wide / 2;
      return (
        body +
        element('rect', { x: middle - 12, y: 5, width: 24, height: BAR - 10, rx: 2, fill: 'var(--page)' }) +
        element(
          'text',
          { x: middle, y: BAR / 2 + 4.5, 'text-anchor': 'middle', class: 'value' },
          label(String(percent)),
        )
      );
    });
    return element(
      'g',
      { transform: `translate(0 ${j * STEP + 2})` },
      element(
        'text',
        { x: NAMES - 10, y: BAR / 2 + 4.5, 'text-anchor': 'end', class: 'name' },
        label(shorten(group, 20)),
        element('title', {}, label(group)),
      ),
      ...parts,
    );
  });
  let left = NAMES;
  let row = 0;
  const legend = answers.map((answer, i) => {
    const text = shorten(answer, 30);
    const wide = 30 + text.length * 7.2;
    if (left + wide > width && left > NAMES) {
      left = NAMES;
      row++;
    }
    const pen = pens[i]!;
    const at = left;
    left += wide;
    return element(
      'g',
      { transform: `translate(${at} ${groups.length * STEP + 10 + row * LEGEND_ROW})` },
      element('rect', { width: 16, height: 12, fill: `url(#pen-${pen.id})`, stroke: TONES[pen.tone] }),
      element('text', { x: 22, y: 10.5, class: 'name' }, label(text)),
    );
  });
  const height = groups.length * STEP + 10 + (row + 1) * LEGEND_ROW;
  return element(
    'svg',
    { viewBox: `0 0 ${width} ${height}`, width, height, role: 'img', 'aria-label': title, class: 'stacked' },
    ...bars,
    ...legend,
  );
}
