import { fixed } from '../figures.js';
import type { Direction } from './types.js';

/** The groups with the highest and the lowest figure; null where there are no two. */
export function endsOf({ groups }: Direction) {
  const known = groups.flatMap(({ label, value }) => (value === null ? [] : [{ label, value }]));
  const sorted = [...known].sort((a, b) => b.value - a.value);
  const [high, low] = [sorted[0], sorted.at(-1)];
  return high && low && sorted.length > 1 ? { high, low } : null;
}

/** A figure of a direction as it is read: "78.5%", "52.1". */
export function sayFigure({ unit, decimals }: Direction, value: number): string {
  return `${fixed(value, decimals)}${unit === 'percent' ? '%' : ''}`;
}

/**
 * Where a figure is highest and lowest.
 * @example
 * const groups = [{ label: 'Weir End', value: 78.5 }, { label: 'Quarry Side', value: 32.2 }];
 * sayEnds({ of: 'Yes', unit: 'percent', decimals: 1, all: 60, groups }); // 'Yes: Weir End 78.5%, Quarry Side 32.2%'
 */
export function sayEnds(direction: Direction): string {
  const ends = endsOf(direction);
  if (!ends) return '';
  const say = ({ label, value }: { label: string; value: number }) => `${label} ${sayFigure(direction, value)}`;
  return `${direction.of}: ${say(ends.high)}, ${say(ends.low)}`;
}
