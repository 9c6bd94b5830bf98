import { fixed, whole } from '../../core/figures.js';

/** A figure of a number variable: whole where it is, else with two decimals. */
export function figure(value: number | null): string {
  if (value === null) return '·';
  return Number.isInteger(value) ? whole(value) : fixed(value, 2);
}
