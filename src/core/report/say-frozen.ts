import type { FrozenMark } from './frozen-shape.js';

/**
 * What is said of a table that is frozen.
 * @param entry the last entry of the ledger that stood then; 0: there was none
 * @example
 * sayFrozen({ at: '2026-11-30T09:12:00Z', entry: 12 }) // 'Frozen on 2026-11-30, as of entry 12 of the ledger.'
 */
export const sayFrozen = ({ at, entry }: Pick<FrozenMark, 'at' | 'entry'>): string =>
  `Frozen on ${at.slice(0, 10)}${entry === 0 ? '' : `, as of entry ${entry} of the ledger`}.`;
