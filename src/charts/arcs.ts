import { element } from './svg.js';

export interface ArcsSpec {
  /** Rows, one under the other; a link goes down from the row that is used to the row that uses it. */
  rows: number;
  links: readonly { from: number; to: number }[];
  rowHeight: number;
  width: number;
  /** The row whose links are drawn strong; null: none. */
  chosen: number | null;
}

/** Who is made from what, in the margin of a list: an arc from each row to each row that is made of it. */
export function arcs({ rows, links, rowHeight, width, chosen }: ArcsSpec): string {
  const middle = (row: number) => (row + 0.5) * rowHeight;
  const longest = Math.max(1, ...links.map(({ from, to }) => Math.abs(to - from)));
  const right = width - 6;
  return element(
    'svg',
    { width, height: rows * rowHeight, 'aria-hidden': 'true' },
    ...links.map(({ from, to }) => {
      const strong = chosen === from || chosen === to;
      // The farther apart, the farther out; neighbours stay close to the list.
      const out = right - 10 - (right - 14) * Math.sqrt(Math.abs(to - from) / longest);
      return element('path', {
        d: `M${right} ${middle(from)}C${out} ${middle(from)} ${out} ${middle(to)} ${right} ${middle(to)}`,
        fill: 'none',
        stroke: strong ? 'var(--action)' : 'var(--rule-strong)',
        'stroke-width': strong ? 1.8 : 1.1,
      });
    }),
    ...Array.from({ length: rows }, (_, row) =>
      element('circle', {
        cx: right,
        cy: middle(row),
        r: row === chosen ? 4 : 3,
        fill: row === chosen ? 'var(--action)' : links.some(({ to }) => to === row) ? 'var(--pen)' : 'var(--page)',
        stroke: row === chosen ? 'var(--action)' : 'var(--pen)',
        'stroke-width': 1.2,
      }),
    ),
  );
}
