import type { Level } from '../codebook/types.js';

/** More codes than these are names rather than categories. */
const MOST_CODES = 60;

interface Sweepable {
  level: Level;
  codes: readonly unknown[];
  aside: boolean;
}

/**
 * Whether a variable is one of those that a sweep is of where none were chosen: neither set aside, nor text, nor a list
 * of names.
 * @example canSweep({ level: 'text', codes: [], aside: false }) // false
 */
export const canSweep = ({ level, codes, aside }: Sweepable): boolean =>
  !aside && (level === 'number' || (level !== 'text' && codes.length <= MOST_CODES));
