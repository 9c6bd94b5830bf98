import { SWEEP_SORT_WORDS } from '../sweep/sweep-shape.js';
import { sayFigures } from './figure-choice.js';
import { saySummary } from './summary-words.js';
import type { Shown } from './shown-shape.js';

const sayShares = (shares: NonNullable<Shown['shares']>) =>
  Object.entries(shares)
    .map(([code, share]) => `${code} = ${share}`)
    .join('; ');

const LIMIT_WORDS: Record<string, string> = { small: 'marked', hide: 'not shown', compare: 'not compared' };

/**
 * What of a table is shown, in words.
 * @example shownInWords({ figures: [{ figure: 'row-percent' }], hatch: false }) // 'figures: row-percent, no hatch'
 */
export function shownInWords(shown: Partial<Shown>): string {
  const { figures, shares, bases, predicted, readings, summary, sweep, ...others } = shown;
  const say = (what: string, value: string | number | boolean) => {
    if (typeof value === 'boolean') return value ? what : `no ${what}`;
    return `${what}: ${value}`;
  };
  return [
    ...(figures ? [say('figures', sayFigures(figures))] : []),
    ...Object.entries(others).flatMap(([what, value]) => (value === undefined ? [] : say(what, value))),
    // Which variables these are is not known here.
    ...(predicted ? [say('predicted', typeof predicted === 'string' ? predicted : 'variables chosen by name')] : []),
    ...(readings && readings.length > 0 ? [say('readings', readings.length)] : []),
    ...(summary ? saySummary(summary) : []),
    ...(sweep ? [say('as a sweep', SWEEP_SORT_WORDS[sweep.sort ?? 'strength'])] : []),
    ...(shares ? [say('shares', sayShares(shares))] : []),
    ...Object.entries(bases ?? {}).map(([limit, base]) =>
      say(`bases ${LIMIT_WORDS[limit] ?? limit} under`, String(base)),
    ),
  ].join(', ');
}
