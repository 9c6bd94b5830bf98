import type { Shown } from './shown-shape.js';

const sayShares = (shares: NonNullable<Shown['shares']>) =>
  Object.entries(shares)
    .map(([code, share]) => `${code} = ${share}`)
    .join('; ');

/**
 * What of a table is shown, in words.
 * @example shownInWords({ percent: 'row', counts: true, hatch: false }) // 'percent: row, counts, no hatch'
 */
export function shownInWords(shown: Partial<Shown>): string {
  const say = (what: string, value: NonNullable<Shown[keyof Shown]>) => {
    if (typeof value === 'boolean') return value ? what : `no ${what}`;
    return `${what}: ${typeof value === 'object' ? sayShares(value) : value}`;
  };
  return Object.entries(shown)
    .flatMap(([what, value]) => (value === undefined ? [] : say(what, value)))
    .join(', ');
}
