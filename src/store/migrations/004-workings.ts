/**
 * A conversion says to what; until now there was one to numbers only. Ids of workings and saved tables are never used
 * twice, so that what is undone comes back under its own. The ledger takes the place of the list of codebook changes:
 * every change to a study is an entry, with what it changed. Changes from before are told, but cannot be undone.
 */
export const workings = `
UPDATE working SET recipe = json_set(recipe, '$.to', 'number')
WHERE kind = 'convert' AND json_extract(recipe, '$.to') IS NULL;

CREATE TABLE working_kept (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  kind TEXT NOT NULL,
  recipe TEXT NOT NULL CHECK (json_valid(recipe)),
  proof TEXT NOT NULL CHECK (json_valid(proof)),
  holds INTEGER NOT NULL CHECK (holds IN (0, 1)),
  -- Of the sources it was computed from; another one now means that it has to be computed again.
  signature TEXT NOT NULL,
  created TEXT NOT NULL,
  edited TEXT NOT NULL
) STRICT;
INSERT INTO working_kept SELECT id, kind, recipe, proof, holds, signature, created, edited FROM working;
DROP TABLE working;
ALTER TABLE working_kept RENAME TO working;

CREATE TABLE table_kept (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  title TEXT NOT NULL,
  sentence TEXT NOT NULL CHECK (json_valid(sentence)),
  shown TEXT NOT NULL CHECK (json_valid(shown)),
  created TEXT NOT NULL,
  edited TEXT NOT NULL
) STRICT;
INSERT INTO table_kept SELECT id, title, sentence, shown, created, edited FROM saved_table;
DROP TABLE saved_table;
ALTER TABLE table_kept RENAME TO saved_table;

-- In order. What is undone stays until something else is changed. Without a delta it cannot be undone.
CREATE TABLE ledger_entry (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  made_at TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('intake', 'codebook', 'working', 'table')),
  words TEXT NOT NULL,
  delta TEXT CHECK (delta IS NULL OR json_valid(delta)),
  undone INTEGER NOT NULL DEFAULT 0 CHECK (undone IN (0, 1))
) STRICT;
INSERT INTO ledger_entry (made_at, kind, words, delta)
SELECT taken_in, 'intake', 'Took in ' || name || ', ' || respondents || ' respondents', NULL FROM source_file ORDER BY id;
INSERT INTO ledger_entry (made_at, kind, words, delta)
SELECT made_at, 'codebook', words, NULL FROM codebook_change WHERE undone = 0 ORDER BY id;
DROP TABLE codebook_change;
`;
