import { scaleLinear } from 'd3-scale';
import { element, label } from './svg.js';

export interface DeparturesSpec {
  /** A figure of each group with what it is said as; null where nobody is in it. */
  groups: readonly { label: string; value: number | null; said: string }[];
  /** The figure of all: bars rise over it or fall under it. */
  all: number;
  width: number;
  height: number;
}

const WIDEST = 16;

/** A small picture of which groups stand over all together and which under it: one hatched bar for each. */
export function departures({ groups, all, width, height }: DeparturesSpec): string {
  const most = Math.max(...groups.map(({ value }) => (value === null ? 0 : Math.abs(value - all))), 1e-12);
  const middle = height / 2;
  const y = scaleLinear([-most, most], [height - 1, 1]);
  const step = Math.min(WIDEST, width / Math.max(1, groups.length));
  return element(
    'svg',
    { viewBox: `0 0 ${width} ${height}`, width, height, 'aria-hidden': 'true' },
    ...groups.map(({ label: name, value, said }, k) => {
      const end = value === null ? middle : y(value - all);
      const isOver = end < middle;
      return element(
        'rect',
        {
          x: k * step + 0.5,
          y: Math.min(end, middle),
          width: Math.max(1, step - 2),
          height: Math.abs(end - middle),
          fill: `url(#pen-${isOver ? 'rise-2' : 'fall-2'})`,
          stroke: isOver ? 'var(--pen-first)' : 'var(--pen-last)',
          'stroke-width': 0.9,
        },
        element('title', {}, label(`${name}: ${said}`)),
      );
    }),
    element('line', { x1: 0, x2: step * groups.length, y1: middle, y2: middle, stroke: 'var(--rule-strong)' }),
  );
}
