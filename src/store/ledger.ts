import type { EntryKind } from '../core/ledger/entry-kinds.js';
import type { Db } from './open.js';
import { prepared } from './prepared.js';
import { type Delta, DeltaShape, type Part } from '../core/ledger/delta-shape.js';
import { fromKept } from './kept.js';

/** Something that was done to a study. */
export interface EntryRow {
  id: number;
  madeAt: string;
  kind: EntryKind;
  words: string;
  /** It was taken back, and can be done again. */
  undone: boolean;
  /** It can be taken back. */
  undoable: boolean;
  /** It stands in the ledger, but not in the study: by choice, or because it no longer fits. */
  leftOut: 'chosen' | 'misfit' | null;
  /** Why it is left out, or what of it no longer fits. */
  note: string;
  /** The study's revision when it was last made, taken back or changed. */
  revision: number;
  /** Who made it; '' where one person uses the server. */
  madeBy: string;
}

/** The revision that the study will have when the change under way is done. */
const NEXT = '(SELECT revision + 1 FROM study)';

/** An entry that is to be written down. */
export interface NewEntry {
  kind: EntryKind;
  words: string;
  /** Null: it is for good. */
  delta: Delta | null;
  /** Who makes it; '' where one person uses the server. */
  madeBy: string;
}

/** Writes an entry down. What was undone before it can no longer be done again. */
export function insertEntry(db: Db, { kind, words, delta, madeBy }: NewEntry): number {
  removeUndone(db);
  const { lastInsertRowid } = prepared(
    db,
    `INSERT INTO ledger_entry (made_at, kind, words, delta, made_by, revision) VALUES (?, ?, ?, ?, ?, ${NEXT})`,
  ).run(new Date().toISOString(), kind, words, delta && JSON.stringify(delta), madeBy);
  return Number(lastInsertRowid);
}

/** Says anew what an entry changed, with what followed from it. */
export function setDelta(db: Db, id: number, delta: Delta): void {
  prepared(db, 'UPDATE ledger_entry SET delta = ? WHERE id = ?').run(JSON.stringify(delta), id);
}

/** All entries, the oldest first. */
export function allEntries(db: Db): EntryRow[] {
  const rows = prepared(
    db,
    'SELECT id, made_at AS madeAt, kind, words, undone, delta IS NOT NULL AS undoable, left_out AS leftOut, ' +
      'note, revision, made_by AS madeBy FROM ledger_entry ORDER BY id',
  ).all() as (Omit<EntryRow, 'undone' | 'undoable'> & { undone: 0 | 1; undoable: 0 | 1 })[];
  return rows.map((row) => ({ ...row, undone: row.undone === 1, undoable: row.undoable === 1 }));
}

export function deltaOf(db: Db, id: number): Delta | null {
  const delta = prepared(db, 'SELECT delta FROM ledger_entry WHERE id = ?').pluck().get(id) as
    string | null | undefined;
  return delta == null ? null : fromKept(delta, DeltaShape, `entry ${id} of the ledger`);
}

/** The entries that may have changed a thing of this kind: those of which the change names it. */
export function entriesNaming(db: Db, part: Part): ReadonlySet<number> {
  const ids = prepared(db, 'SELECT id FROM ledger_entry WHERE instr(delta, ?) > 0').pluck();
  return new Set(ids.all(`"of":"${part}"`) as number[]);
}

export function setUndone(db: Db, id: number, undone: boolean): void {
  prepared(db, `UPDATE ledger_entry SET undone = ?, revision = ${NEXT} WHERE id = ?`).run(undone ? 1 : 0, id);
}

/** Leaves an entry out of the study, or takes it in again; with what is to be said of it. */
export function setLeftOut(db: Db, id: number, leftOut: EntryRow['leftOut'], note: string): void {
  prepared(db, `UPDATE ledger_entry SET left_out = ?, note = ?, revision = ${NEXT} WHERE id = ?`).run(
    leftOut,
    note,
    id,
  );
}

/** Says how an entry stands after what is beneath it changed; whoever looked at it before is not told of a change. */
export function setStanding(
  db: Db,
  id: number,
  { leftOut, note, delta }: Pick<EntryRow, 'leftOut' | 'note'> & { delta: Delta },
): void {
  prepared(db, 'UPDATE ledger_entry SET left_out = ?, note = ?, delta = ? WHERE id = ?').run(
    leftOut,
    note,
    JSON.stringify(delta),
    id,
  );
}

/** Takes entries out of the ledger: what they did is done elsewhere. */
export function removeEntries(db: Db, ids: readonly number[]): void {
  for (const id of ids) prepared(db, 'DELETE FROM ledger_entry WHERE id = ?').run(id);
}

/** What was taken back cannot be done again any more. */
export const removeUndone = (db: Db): void => void prepared(db, 'DELETE FROM ledger_entry WHERE undone = 1').run();

export function setWords(db: Db, id: number, words: string): void {
  prepared(db, 'UPDATE ledger_entry SET words = ? WHERE id = ?').run(words, id);
}

/** What would be undone and done again next, in words, and how many entries there are. */
export function ledgerEnds(db: Db): { undo: string | null; redo: string | null; entries: number } {
  const words = (sql: string) => (prepared(db, sql).pluck().get() as string | null | undefined) ?? null;
  return {
    // The last entry that stands: where it is for good, nothing before it can be taken back either.
    undo: words(
      'SELECT CASE WHEN delta IS NULL THEN NULL ELSE words END FROM ledger_entry WHERE undone = 0 AND ' +
        'left_out IS NULL ORDER BY id DESC LIMIT 1',
    ),
    redo: words('SELECT words FROM ledger_entry WHERE undone = 1 AND left_out IS NULL ORDER BY id LIMIT 1'),
    entries: prepared(db, 'SELECT count(*) FROM ledger_entry').pluck().get() as number,
  };
}
