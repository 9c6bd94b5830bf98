import type { SharedPart } from '../../core/team/shared-parts.js';
import type { Db } from '../open.js';
import { prepared } from '../prepared.js';

/** A thing of an own layer that its owner shows to somebody. */
export interface ShareRow {
  id: number;
  owner: number;
  part: SharedPart;
  thing: number;
  /** Null: to everybody who has a layer in the study. */
  shownTo: number | null;
}

const COLUMNS = 'id, owner, part, thing, shown_to AS shownTo';

/** What somebody shows to others. */
export const sharesOf = (db: Db, study: string, owner: number): ShareRow[] =>
  prepared(db, `SELECT ${COLUMNS} FROM share WHERE study = ? AND owner = ? ORDER BY id`).all(
    study,
    owner,
  ) as ShareRow[];

/** What others show to somebody. */
export const sharesWith = (db: Db, study: string, person: number): ShareRow[] =>
  prepared(
    db,
    `SELECT ${COLUMNS} FROM share WHERE study = ? AND owner != ? AND (shown_to IS NULL OR shown_to = ?) ORDER BY id`,
  ).all(study, person, person) as ShareRow[];

export function insertShare(db: Db, study: string, { owner, part, thing, shownTo }: Omit<ShareRow, 'id'>): void {
  prepared(db, 'INSERT OR IGNORE INTO share (study, owner, part, thing, shown_to) VALUES (?, ?, ?, ?, ?)').run(
    study,
    owner,
    part,
    thing,
    shownTo,
  );
}

/** @returns whether there was one */
export const removeShare = (db: Db, study: string, owner: number, id: number): boolean =>
  prepared(db, 'DELETE FROM share WHERE study = ? AND owner = ? AND id = ?').run(study, owner, id).changes > 0;

/** Forgets what is shown and offered in a study that is gone. */
export function removeSharesOf(db: Db, study: string): void {
  prepared(db, 'DELETE FROM share WHERE study = ?').run(study);
  prepared(db, 'DELETE FROM offer WHERE study = ?').run(study);
}
