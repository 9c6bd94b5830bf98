import type { Db } from './open.js';
import { prepared } from './prepared.js';

/** What was read from a file, with what its counters of changes were then. */
interface Read<T> {
  changes: number;
  version: number;
  value: T;
}

/** Transactions that are one piece of work: what is read in them is read once as long as they change nothing. */
const pieces = new WeakSet<Db>();

/** Where what was read is kept; apart for a transaction, which may be taken back. */
interface Known<T> {
  outside: WeakMap<Db, Read<T>>;
  inside: WeakMap<Db, Read<T>>;
}

/** Takes what was read in a piece of work out of every memory: it may have been taken back. */
const forgetting = new Set<(db: Db) => void>();

/**
 * Does a transaction in which everything is read once as long as nothing changes. Nothing in it may catch an error and
 * go on: what is read has to be what will stand at its end.
 * @throws what the work throws; then nothing was done
 */
export function inOnePiece<T>(db: Db, work: () => T): T {
  const transaction = db.transaction(() => {
    pieces.add(db);
    try {
      return work();
    } finally {
      pieces.delete(db);
      for (const forget of forgetting) forget(db);
    }
  });
  return transaction.immediate();
}

/**
 * Reads something from a study's file once, until the file changes: on this connection or, as its version says, on
 * another. Within a transaction, which may be taken back, it is read each time, but for one in one piece.
 * @param read gives what nobody changes afterwards
 */
export function untilChanged<T>(read: (db: Db) => T): (db: Db) => T {
  const known: Known<T> = { outside: new WeakMap(), inside: new WeakMap() };
  forgetting.add((db) => known.inside.delete(db));
  return (db) => {
    if (db.inTransaction && !pieces.has(db)) return read(db);
    const reads = db.inTransaction ? known.inside : known.outside;
    const changes = prepared(db, 'SELECT total_changes()').pluck().get() as number;
    const version = db.pragma('data_version', { simple: true }) as number;
    const before = reads.get(db);
    if (before?.changes === changes && before.version === version) return before.value;
    const value = read(db);
    reads.set(db, { changes, version, value });
    return value;
  };
}

const columnWrites = new WeakMap<Db, number>();

/** Says that columns of a file are written, or taken away, on this connection. */
export const columnsChange = (db: Db): void => void columnWrites.set(db, (columnWrites.get(db) ?? 0) + 1);

/**
 * Reads something of a file's columns once, until columns are written or taken away: most changes of a study touch
 * none. Nobody but the server writes to a study that is open; its threads read. Within a transaction, which may be
 * taken back, it is read each time.
 * @param read gives what nobody changes afterwards
 */
export function untilColumnsChange<T>(read: (db: Db) => T): (db: Db) => T {
  const known = new WeakMap<Db, { writes: number; value: T }>();
  return (db) => {
    if (db.inTransaction) return read(db);
    const writes = columnWrites.get(db) ?? 0;
    const before = known.get(db);
    if (before?.writes === writes) return before.value;
    const value = read(db);
    known.set(db, { writes, value });
    return value;
  };
}
