import type { Leaf } from '../view/types.js';

/** Pairs of answers of which the first is the one that is reported. */
const PAIRS: readonly (readonly [string, string])[] = [
  ['yes', 'no'],
  ['true', 'false'],
  ['mentioned', 'not mentioned'],
  ['ticked', 'not ticked'],
  ['chosen', 'not chosen'],
  ['selected', 'not selected'],
];

/**
 * The code of the answer that says enough of a yes or no: "yes", or of two answers that are 0 and 1 the 1.
 * @param lines of the categories
 * @returns null where both are worth a line
 * @example yesLine([{ is: 'answer', code: '2', label: 'No' }, { is: 'answer', code: '1', label: 'Yes' }]) // '1'
 */
export function yesLine(lines: readonly Pick<Leaf, 'is' | 'code' | 'label'>[]): string | null {
  if (lines.length !== 2 || lines.some(({ is }) => is !== 'answer')) return null;
  const labels = lines.map(({ label }) => label.trim().toLowerCase());
  for (const [yes, no] of PAIRS) {
    const at = labels.indexOf(yes);
    if (at >= 0 && labels.includes(no)) return lines[at]!.code;
  }
  const isZeroOne = lines.every(({ code, label }) => label === code) && lines.some(({ code }) => code === '0');
  return isZeroOne && lines.some(({ code }) => code === '1') ? '1' : null;
}
