import { fixed } from '../figures.js';

/** A statistic worked out by hand: the formula, and the same with this table's numbers in it, line by line. */
export interface WorkedExample {
  formula: string;
  steps: string[];
  /** What the last line comes to. */
  result: number;
}

/** Counts as they are; other numbers to four figures or so, so that a hand calculator can follow. */
export function figure(value: number): string {
  if (Number.isInteger(value) && Math.abs(value) < 1e15) return value.toLocaleString('en').replace('-', '−');
  const size = Math.abs(value);
  if (size !== 0 && (size < 1e-4 || size >= 1e9)) return value.toExponential(3).replaceAll('-', '−').replace('+', '');
  const digits = size >= 1000 ? 1 : size >= 100 ? 2 : size >= 10 ? 3 : 4;
  return fixed(value, digits).replace('-', '−');
}

const SHOWN_FIRST = 6;
const SHOWN_LAST = 2;

/** Terms of a sum; of a long one the first and the last, with how many are between. */
export function terms(all: readonly string[], sign = ' + '): string {
  if (all.length <= SHOWN_FIRST + SHOWN_LAST + 1) return all.join(sign);
  const between = all.length - SHOWN_FIRST - SHOWN_LAST;
  return [...all.slice(0, SHOWN_FIRST), `… (${between} more)`, ...all.slice(-SHOWN_LAST)].join(sign);
}
