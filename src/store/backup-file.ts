import Database from 'better-sqlite3';

/** Pages that are copied at a time; others are answered in between. */
const PAGES = 400;

/**
 * Copies a database file as it stands at one moment, while others write to it, by SQLite's own backup.
 * @param from may be open anywhere, by this process or another
 * @param to nothing may be there
 */
export async function backUpFile(from: string, to: string): Promise<void> {
  const db = new Database(from, { readonly: true, fileMustExist: true });
  try {
    db.pragma('busy_timeout = 5000');
    await db.backup(to, { progress: () => PAGES });
  } finally {
    db.close();
  }
  // What comes back stands in one file, without a log beside it.
  const copy = new Database(to);
  copy.pragma('journal_mode = DELETE');
  copy.close();
}
