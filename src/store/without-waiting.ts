import type { Db } from './open.js';

/**
 * Does a transaction without waiting until it is on the disk: for what is worked out again where the machine goes down
 * just then. What is done before it stays before it, and the next change that is waited for takes it along.
 * @throws what the work throws; then nothing was done
 */
export function withoutWaiting<T>(db: Db, work: () => T): T {
  db.pragma('main.synchronous = NORMAL');
  try {
    return db.transaction(work).immediate();
  } finally {
    db.pragma('main.synchronous = FULL');
  }
}
