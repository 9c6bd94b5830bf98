import { z } from 'zod';
import { type Delta, DeltaShape } from '../../core/ledger/delta-shape.js';
import { fromKept } from '../kept.js';
import type { Db } from '../open.js';
import { prepared } from '../prepared.js';

/** An entry of an own ledger that is offered, with what it does. */
export interface OfferedEntry {
  id: number;
  words: string;
  delta: Delta;
}

const EntriesShape: z.ZodType<OfferedEntry[]> = z.array(
  z.strictObject({ id: z.int(), words: z.string(), delta: DeltaShape }),
);

/** What somebody would have in the common layer, and what became of it. */
export interface OfferRow {
  id: number;
  study: string;
  owner: number;
  words: string;
  note: string;
  entries: OfferedEntry[];
  state: 'open' | 'accepted' | 'declined' | 'withdrawn';
  /** What whoever decided said of it. */
  answer: string;
  made: string;
  decided: string | null;
  decidedBy: string;
}

const COLUMNS = 'id, study, owner, words, note, entries, state, answer, made, decided, decided_by AS decidedBy';

const offerOf = (row: Omit<OfferRow, 'entries'> & { entries: string }): OfferRow => ({
  ...row,
  entries: fromKept(row.entries, EntriesShape, `what offer ${row.id} holds`),
});

type Kept = Omit<OfferRow, 'entries'> & { entries: string };

export function insertOffer(
  db: Db,
  { study, owner, words, note, entries }: Pick<OfferRow, 'study' | 'owner' | 'words' | 'note' | 'entries'>,
): number {
  const { lastInsertRowid } = prepared(
    db,
    `INSERT INTO offer (study, owner, words, note, entries, state, made) VALUES (?, ?, ?, ?, ?, 'open', ?)`,
  ).run(study, owner, words, note, JSON.stringify(entries), new Date().toISOString());
  return Number(lastInsertRowid);
}

/** All offers of a study, the newest first. */
export const offersOf = (db: Db, study: string): OfferRow[] =>
  (prepared(db, `SELECT ${COLUMNS} FROM offer WHERE study = ? ORDER BY id DESC`).all(study) as Kept[]).map(offerOf);

export function offerById(db: Db, id: number): OfferRow | null {
  const row = prepared(db, `SELECT ${COLUMNS} FROM offer WHERE id = ?`).get(id) as Kept | undefined;
  return row ? offerOf(row) : null;
}

export function decideOffer(
  db: Db,
  id: number,
  { state, answer, decidedBy }: Pick<OfferRow, 'state' | 'answer' | 'decidedBy'>,
): void {
  prepared(db, 'UPDATE offer SET state = ?, answer = ?, decided_by = ?, decided = ? WHERE id = ?').run(
    state,
    answer,
    decidedBy,
    new Date().toISOString(),
    id,
  );
}
