import type { Shown } from '../table/shown-shape.js';
import type { Figure } from './types.js';

/** The smallest p that is written as a number. */
const LEAST_P = 0.001;

/**
 * A figure in words, without signs between thousands: a spreadsheet reads it as the number it is.
 * @example plainFigure({ unit: 'percent', decimals: 1 }, 27.46, { signs: true }) // '27.5%'
 */
export function plainFigure(
  { unit, decimals }: Pick<Figure, 'unit' | 'decimals'>,
  value: number | string | null,
  { signs }: Pick<Shown, 'signs'> = {},
): string {
  if (typeof value !== 'number') return value ?? '';
  if (unit === 'p' && value < LEAST_P) return `<${LEAST_P}`;
  return `${value.toFixed(decimals)}${unit === 'percent' && signs === true ? '%' : ''}`;
}
