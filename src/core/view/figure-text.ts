import { fixed, whole } from '../figures.js';
import type { Shown } from '../table/shown-shape.js';
import type { Figure, Foot } from './types.js';

/** A count or a ratio with so many decimals, thousands apart; empty for nothing. */
export function number(value: number | null, decimals: number): string {
  if (value === null) return '';
  return decimals === 0 ? whole(value) : value.toFixed(decimals);
}

const LEAST_P = 0.001;
/** Figures that are more or less than nothing carry their sign. */
const SIGNED: readonly Figure['unit'][] = ['points', 'residual'];

/** A figure as the cells of a table print it: a dot for a percentage of nobody, nothing where there is none. */
export function figureText(
  { unit, decimals, id }: Pick<Figure, 'unit' | 'decimals'> & { id?: string | undefined },
  value: number | string | null,
  { signs }: Pick<Shown, 'signs'>,
): string {
  if (typeof value !== 'number') return value ?? (unit === 'percent' && id !== 'upper-limit' ? '·' : '');
  if (unit === 'p') return value < LEAST_P ? 'p < .001' : `p ${value.toFixed(decimals).replace(/^0/, '')}`;
  const size = fixed(Math.abs(value), decimals);
  const isZero = Number(value.toFixed(decimals)) === 0;
  const sign = isZero ? '' : value < 0 ? '−' : SIGNED.includes(unit) && id !== 'contribution' ? '+' : '';
  return `${sign}${size}${unit === 'percent' && signs === true ? '%' : ''}`;
}

/** A line under an item: a base, or what a scale comes to. */
export function footText(foot: Foot, value: number | null, shown: Pick<Shown, 'signs'>): string {
  if (foot.unit === 'count') return number(value, foot.decimals);
  return value === null ? '·' : figureText(foot, value, shown);
}
