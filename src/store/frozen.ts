import { type Frozen, type FrozenMark, FrozenShape } from '../core/report/frozen-shape.js';
import { fromKept } from './kept.js';
import type { Db } from './open.js';
import { prepared } from './prepared.js';

/** What is kept of a table. */
export interface NewFrozen extends Pick<FrozenMark, 'at' | 'caption'> {
  content: Frozen;
}

/** Keeps what the figures of a table are made of, as of the study as it stands. @returns its id */
export function putFrozen(db: Db, { content, caption, at }: NewFrozen): number {
  const statement = prepared(
    db,
    `INSERT INTO frozen (at, caption, entry, revision, content)
       SELECT @at, @caption, coalesce((SELECT max(id) FROM ledger_entry WHERE undone = 0), 0), revision, @content
       FROM study RETURNING id`,
  );
  return Number(statement.pluck().get({ at, caption, content: JSON.stringify(content) }));
}

/** What was kept of a table when it was frozen; null where there is no such thing. */
export function frozenContent(db: Db, id: number): Frozen | null {
  const content = prepared(db, 'SELECT content FROM frozen WHERE id = ?').pluck().get(id) as string | undefined;
  return content === undefined ? null : fromKept(content, FrozenShape, `what was frozen as ${id}`);
}
