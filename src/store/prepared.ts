import type { Statement } from 'better-sqlite3';
import type { Db } from './open.js';

const statements = new WeakMap<Db, Map<string, Statement>>();

/**
 * A statement that is prepared once for each open file: preparing takes longer than most statements run. Its rows come
 * as objects until whoever asks says otherwise. Not for `iterate`, which keeps a statement busy.
 * @param sql a text that stands in the code; what differs from call to call is bound to it
 * @example prepared(db, 'SELECT name FROM study').pluck().get()
 */
export function prepared(db: Db, sql: string): Statement {
  const known = statements.get(db) ?? new Map<string, Statement>();
  statements.set(db, known);
  const statement = known.get(sql) ?? db.prepare(sql);
  known.set(sql, statement);
  return statement.reader ? statement.raw(false).pluck(false) : statement;
}
