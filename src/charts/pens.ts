import { byId } from '../core/by-id.js';
import { element } from './svg.js';

/**
 * The pens: line patterns that tell series apart without colour. Rising lines for the first half of an order, upright
 * for a middle, falling for the second; denser towards the ends.
 */
export interface Pen {
  id: string;
  /** Degrees from upright. */
  angle: number;
  /** Distance of the lines. */
  gap: number;
  width: number;
  tone: 'first' | 'middle' | 'last';
}

const PENS: readonly Pen[] = [
  { id: 'rise-3', angle: 45, gap: 4, width: 1.9, tone: 'first' },
  { id: 'rise-2', angle: 45, gap: 6, width: 1.2, tone: 'first' },
  { id: 'rise-1', angle: 45, gap: 9, width: 1, tone: 'first' },
  { id: 'upright', angle: 0, gap: 5, width: 1, tone: 'middle' },
  { id: 'fall-1', angle: -45, gap: 9, width: 1, tone: 'last' },
  { id: 'fall-2', angle: -45, gap: 6, width: 1.2, tone: 'last' },
  { id: 'fall-3', angle: -45, gap: 4, width: 1.9, tone: 'last' },
  { id: 'level', angle: 90, gap: 5, width: 1, tone: 'middle' },
];

const pen = (id: string): Pen => byId(PENS, id) ?? PENS[0]!;

const SETS: Readonly<Record<number, readonly string[]>> = {
  1: ['rise-2'],
  2: ['rise-2', 'fall-2'],
  3: ['rise-2', 'upright', 'fall-2'],
  4: ['rise-3', 'rise-1', 'fall-1', 'fall-3'],
  5: ['rise-3', 'rise-1', 'upright', 'fall-1', 'fall-3'],
  6: ['rise-3', 'rise-2', 'rise-1', 'fall-1', 'fall-2', 'fall-3'],
  7: ['rise-3', 'rise-2', 'rise-1', 'upright', 'fall-1', 'fall-2', 'fall-3'],
};

/** A pen for each of `count` series; past seven they come round again. */
export function pensFor(count: number): Pen[] {
  const set = SETS[count];
  if (set) return set.map(pen);
  return Array.from({ length: count }, (_, k) => PENS[k % PENS.length] ?? PENS[0]!);
}

export const TONES: Readonly<Record<Pen['tone'], string>> = {
  first: 'var(--pen-first)',
  middle: 'var(--pen-middle)',
  last: 'var(--pen-last)',
};

/** The patterns, to be put once on a page: `fill="url(#pen-rise-3)"`. */
export function penDefinitions(): string {
  return element(
    'defs',
    {},
    ...PENS.map(({ id, angle, gap, width, tone }) =>
      element(
        'pattern',
        {
          id: `pen-${id}`,
          width: gap,
          height: gap,
          patternUnits: 'userSpaceOnUse',
          patternTransform: `rotate(${angle})`,
        },
        element('rect', { width: gap, height: gap, fill: TONES[tone], 'fill-opacity': 0.1 }),
        element('line', { x1: gap / 2, y1: 0, x2: gap / 2, y2: gap, stroke: TONES[tone], 'stroke-width': width }),
      ),
    ),
    element(
      'pattern',
      { id: 'pen-spark', width: 4, height: 4, patternUnits: 'userSpaceOnUse', patternTransform: 'rotate(45)' },
      element('line', {
        x1: 2,
        y1: 0,
        x2: 2,
        y2: 4,
        stroke: 'var(--pen)',
        'stroke-width': 1.1,
        'stroke-opacity': 0.55,
      }),
    ),
  );
}
