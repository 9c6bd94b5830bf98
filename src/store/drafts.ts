import type { Db } from './open.js';
import { prepared } from './prepared.js';

/** What somebody typed on a screen and did not keep yet. */
export interface DraftRow {
  /** As the screen calls it. */
  name: string;
  value: unknown;
  edited: string;
}

/** All drafts of a study, the newest first. */
export function allDrafts(db: Db): DraftRow[] {
  const rows = prepared(db, 'SELECT name, value, edited FROM draft ORDER BY edited DESC, name').all();
  return (rows as { name: string; value: string; edited: string }[]).map((row) => ({
    ...row,
    value: JSON.parse(row.value) as unknown,
  }));
}

/** Keeps a draft in the place of the one of its name; of more than `most` the oldest go. */
export function putDraft(db: Db, name: string, value: unknown, most: number): void {
  db.transaction(() => {
    prepared(db, 'INSERT OR REPLACE INTO draft (name, value, edited) VALUES (?, ?, ?)').run(
      name,
      JSON.stringify(value ?? null),
      new Date().toISOString(),
    );
    prepared(db, 'DELETE FROM draft WHERE name NOT IN (SELECT name FROM draft ORDER BY edited DESC, name LIMIT ?)').run(
      most,
    );
  }).immediate();
}

export function removeDraft(db: Db, name: string): void {
  prepared(db, 'DELETE FROM draft WHERE name = ?').run(name);
}
