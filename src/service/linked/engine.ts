import type { Sent } from '../../core/linked/answer-of.js';
import type { Dialect } from '../../core/linked/dialect.js';

/** Who a database is asked as. It is kept apart from studies, and told nobody. */
export interface Account {
  user: string;
  password: string;
}

/** A connection to a database. Nothing but SELECT statements goes over it. */
export interface Engine {
  dialect: Dialect;
  /** The rows of a statement; it is ended in the database when the signal is given. @throws Fault */
  rows: (statement: string, signal?: AbortSignal) => Promise<Sent[][]>;
  close: () => Promise<void>;
}

/** Statements that are under way at once, for one study. */
export const AT_ONCE = 4;

/** A statement that takes longer is ended. */
export const TIMEOUT_MS = Number(process.env['HATCH_COUNT_LINK_TIMEOUT_MS'] ?? '') || 300_000;
