import { crc32 } from 'node:zlib';
import type { Database } from 'better-sqlite3';

/** Marks a file as a study of ours, in its header: "HtCt". */
const APPLICATION_ID = 0x48744374;

const SQL = `
DROP TRIGGER source_is_immutable;
-- CRC-32 of the bytes, by which damage is noticed.
ALTER TABLE chunk ADD COLUMN sum INTEGER NOT NULL DEFAULT 0;

-- The intake that brought a file, so that it is not taken in twice.
ALTER TABLE source_file ADD COLUMN intake TEXT;

-- Changes that were asked for under a key of the asker's, with what was answered; null: it is not known what.
CREATE TABLE request (
  key TEXT PRIMARY KEY,
  fingerprint TEXT NOT NULL,
  answer TEXT CHECK (answer IS NULL OR json_valid(answer)),
  made TEXT NOT NULL
) STRICT, WITHOUT ROWID;

-- Of a backup: the SHA-256 of all that is in it.
CREATE TABLE seal (made TEXT NOT NULL, sha256 TEXT NOT NULL) STRICT;
`;

const TRIGGER = `
CREATE TRIGGER source_is_immutable BEFORE UPDATE ON chunk
WHEN (SELECT origin FROM data_column WHERE id = old.column_id) = 'source'
BEGIN SELECT RAISE(ABORT, 'a source column is immutable'); END;
`;

/** Every chunk has the sum of its bytes; requests that are repeated are known; backups are sealed. */
export function sums(db: Database): void {
  db.exec(SQL);
  const ids = db.prepare('SELECT rowid FROM chunk').pluck().all() as number[];
  const read = db.prepare('SELECT bytes FROM chunk WHERE rowid = ?').pluck();
  const put = db.prepare('UPDATE chunk SET sum = ? WHERE rowid = ?');
  for (const id of ids) put.run(crc32(read.get(id) as Buffer), id);
  db.exec(TRIGGER);
  db.pragma(`application_id = ${APPLICATION_ID}`);
}
