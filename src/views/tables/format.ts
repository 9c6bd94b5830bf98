import { whole } from '../../core/figures.js';
/** One decimal, as tables print percentages; a dot for nothing. */
export function percent(share: number | null): string {
  return share === null ? '·' : (share * 100).toFixed(1);
}

/** A figure of a number variable: whole where it is, else with two decimals. */
export function figure(value: number | null): string {
  if (value === null) return '·';
  return Number.isInteger(value)
    ? whole(value)
    : value.toLocaleString('en', { minimumFractionDigits: 2, maximumFractionDigits: 2 });
}
