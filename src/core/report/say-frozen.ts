import type { FrozenMark } from './frozen-shape.js';

/** What is said of a table that is frozen. @example "Frozen on 2026-11-30, as of entry 12 of the ledger." */
export const sayFrozen = ({ at, entry }: Pick<FrozenMark, 'at' | 'entry'>): string =>
  `Frozen on ${at.slice(0, 10)}${entry === 0 ? '' : `, as of entry ${entry} of the ledger`}.`;
