/**
 * Chunks are known by their first respondent, so that they may be of any size. A number column may hold words beside
 * its numbers. Every file taken in has its entry, with the rows of it that could not be read.
 */
export const intake = `
DROP TRIGGER source_is_immutable;
ALTER TABLE chunk RENAME COLUMN number TO first;
UPDATE chunk SET first = first * 65536;
CREATE TRIGGER source_is_immutable BEFORE UPDATE ON chunk
WHEN (SELECT origin FROM data_column WHERE id = old.column_id) = 'source'
BEGIN SELECT RAISE(ABORT, 'a source column is immutable'); END;

-- Of which kinds a working may be is said by the recipes themselves.
CREATE TABLE working_of_any_kind (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL,
  recipe TEXT NOT NULL CHECK (json_valid(recipe)),
  proof TEXT NOT NULL CHECK (json_valid(proof)),
  holds INTEGER NOT NULL CHECK (holds IN (0, 1)),
  -- Of the sources it was computed from; another one now means that it has to be computed again.
  signature TEXT NOT NULL,
  created TEXT NOT NULL,
  edited TEXT NOT NULL
) STRICT;
INSERT INTO working_of_any_kind SELECT id, kind, recipe, proof, holds, signature, created, edited FROM working;
DROP TABLE working;
ALTER TABLE working_of_any_kind RENAME TO working;

CREATE TABLE source_file (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  sha256 TEXT NOT NULL,
  bytes INTEGER NOT NULL,
  -- How it was read.
  layout TEXT NOT NULL CHECK (json_valid(layout)),
  respondents INTEGER NOT NULL,
  unread INTEGER NOT NULL,
  taken_in TEXT NOT NULL
) STRICT;

INSERT INTO source_file (name, sha256, bytes, layout, respondents, unread, taken_in)
SELECT file_name, file_sha256, 0,
  json_object('is', 'delimited', 'encoding', encoding, 'separator', separator, 'quote', '"', 'decimal', '.',
              'heading', json('true'), 'short', 'aside'),
  respondents, 0, created FROM study;

ALTER TABLE study DROP COLUMN encoding;
ALTER TABLE study DROP COLUMN separator;
-- The variable that says in which file a respondent came.
ALTER TABLE study ADD COLUMN wave_variable INTEGER REFERENCES variable (id) ON DELETE SET NULL;

-- Rows that could not be read: their line, why, and their cells as a JSON list.
CREATE TABLE unread_row (
  id INTEGER PRIMARY KEY,
  file_id INTEGER NOT NULL REFERENCES source_file (id) ON DELETE CASCADE,
  line INTEGER NOT NULL,
  why TEXT NOT NULL,
  cells TEXT NOT NULL CHECK (json_valid(cells))
) STRICT;
`;
