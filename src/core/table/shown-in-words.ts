import { sayFigures } from './figure-choice.js';
import type { Shown } from './shown-shape.js';

const sayShares = (shares: NonNullable<Shown['shares']>) =>
  Object.entries(shares)
    .map(([code, share]) => `${code} = ${share}`)
    .join('; ');

/**
 * What of a table is shown, in words.
 * @example shownInWords({ figures: [{ figure: 'row-percent' }], hatch: false }) // 'figures: row-percent, no hatch'
 */
export function shownInWords({ figures, shares, ...others }: Partial<Shown>): string {
  const say = (what: string, value: string | boolean) => {
    if (typeof value === 'boolean') return value ? what : `no ${what}`;
    return `${what}: ${value}`;
  };
  return [
    ...(figures ? [say('figures', sayFigures(figures))] : []),
    ...Object.entries(others).flatMap(([what, value]) => (value === undefined ? [] : say(what, value))),
    ...(shares ? [say('shares', sayShares(shares))] : []),
  ].join(', ');
}
