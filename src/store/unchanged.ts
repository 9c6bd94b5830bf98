import type { Db } from './open.js';

/** What was read from a file, with what its counters of changes were then. */
interface Read<T> {
  changes: number;
  version: number;
  value: T;
}

/**
 * Reads something from a study's file once, until the file changes: on this connection or, as its version says, on
 * another. Within a transaction, which may be taken back, it is read each time.
 * @param read gives what nobody changes afterwards
 */
export function untilChanged<T>(read: (db: Db) => T): (db: Db) => T {
  const known = new WeakMap<Db, Read<T>>();
  return (db) => {
    if (db.inTransaction) return read(db);
    const changes = db.prepare('SELECT total_changes()').pluck().get() as number;
    const version = db.pragma('data_version', { simple: true }) as number;
    const before = known.get(db);
    if (before?.changes === changes && before.version === version) return before.value;
    const value = read(db);
    known.set(db, { changes, version, value });
    return value;
  };
}
