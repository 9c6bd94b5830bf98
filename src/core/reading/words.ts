import type { ReadMeasure } from './types.js';
import { whole } from '../figures.js';

/** Levels that a rounded p must not seem to reach. */
const LEVELS = [0.05, 0.01, 0.1];

/**
 * p in the usual style: "p = .65", "p = .032", "p < .001"; three decimals where it is under .1, and one more where it
 * would be rounded to a level that it is under.
 */
export function sayP(p: number): string {
  if (p < 0.001) return 'p < .001';
  const digits = p < 0.1 ? 3 : 2;
  const rounded = Number(p.toFixed(digits));
  const hides = LEVELS.some((level) => rounded === level && p < level);
  return `p = ${coefficient(p, hides ? digits + 1 : digits)}`;
}

/** A coefficient that cannot pass 1, without the leading zero: ".13", "-.07", "1.00". */
export function coefficient(value: number, digits = 2): string {
  const text = Math.abs(value).toFixed(digits);
  const sign = value < 0 && Number(text) !== 0 ? '−' : '';
  return `${sign}${text.startsWith('0.') ? text.slice(1) : text}`;
}

/** A share as whole percent; under half a percent but not none, "under 1%". */
export function percent(share: number): string {
  const rounded = Math.round(share * 100);
  return rounded === 0 && share > 0 ? 'under 1%' : `${rounded}%`;
}

/** A test's statistic: "1,204", "31.2", "4.07". */
export function statistic(value: number): string {
  const size = Math.abs(value);
  const text = size >= 1000 ? whole(size) : size.toFixed(size >= 10 ? 1 : 2);
  return value < 0 && Number(text) !== 0 ? `−${text}` : text;
}

/** Degrees of freedom: whole, or with one decimal where a correction made them fractions. */
export function degrees(df: number): string {
  const isWhole = Math.abs(df - Math.round(df)) < 1e-6;
  return isWhole || df >= 1000 ? whole(df) : df.toFixed(1);
}

/** A ratio of odds or of shares: "2.4", "0.38", "12". */
export function ratio(value: number): string {
  return value >= 100 ? whole(value) : value >= 10 ? value.toFixed(1) : value.toFixed(2);
}

export function capital(text: string): string {
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
}

const SMALL = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];

/** A small number as a word. */
export function numeral(value: number): string {
  return SMALL[value] ?? whole(value);
}

/** χ²(df, N = n) = x. */
export function sayChiSquare(result: { statistic?: number; df?: number }, n: number): string {
  return `χ²(${degrees(result.df ?? 0)}, N = ${whole(n)}) = ${statistic(result.statistic ?? 0)}`;
}

/** How a measure is said, by what it is counted in. */
export const SAY_UNIT: Readonly<Record<ReadMeasure['unit'], (value: number) => string>> = {
  share: percent,
  ratio,
  coefficient,
};
