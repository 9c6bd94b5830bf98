import { whole } from '../../core/figures.js';
/** A percentage from 0 to 100 with one decimal, as tables print it; a dot for nothing. */
export function percentage(value: number | null): string {
  return value === null ? '·' : value.toFixed(1);
}

/** A count or a ratio with so many decimals, thousands apart; empty for nothing. */
export function number(value: number | null, decimals: number): string {
  if (value === null) return '';
  return decimals === 0 ? whole(value) : value.toFixed(decimals);
}

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
