/**
 * A study in one file. Source columns are immutable: chunks of typed arrays, 65,536 respondents each. Codebook
 * (variables and code lists) and workings are layers above them.
 */
export const first = `
CREATE TABLE study (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  subtitle TEXT NOT NULL,
  respondents INTEGER NOT NULL,
  created TEXT NOT NULL,
  file_name TEXT NOT NULL,
  file_sha256 TEXT NOT NULL,
  encoding TEXT NOT NULL,
  separator TEXT NOT NULL,
  revision INTEGER NOT NULL DEFAULT 1
) STRICT;

CREATE TABLE data_column (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  origin TEXT NOT NULL CHECK (origin IN ('source', 'working')),
  name TEXT NOT NULL,
  storage TEXT NOT NULL CHECK (storage IN ('coded8', 'coded16', 'number', 'sets', 'text')),
  width INTEGER NOT NULL,
  blank INTEGER NOT NULL,
  -- Of a number column: its picture in the roster.
  histogram TEXT CHECK (histogram IS NULL OR json_valid(histogram))
) STRICT;

-- What a coded value stands for: value k + 1 in the column is the code at position k.
CREATE TABLE column_code (
  column_id INTEGER NOT NULL REFERENCES data_column (id) ON DELETE CASCADE,
  position INTEGER NOT NULL,
  code TEXT NOT NULL,
  respondents INTEGER NOT NULL,
  PRIMARY KEY (column_id, position)
) STRICT, WITHOUT ROWID;

CREATE TABLE chunk (
  column_id INTEGER NOT NULL REFERENCES data_column (id) ON DELETE CASCADE,
  part TEXT NOT NULL CHECK (part IN ('values', 'state')),
  number INTEGER NOT NULL,
  bytes BLOB NOT NULL,
  PRIMARY KEY (column_id, part, number)
) STRICT;

CREATE TRIGGER source_is_immutable BEFORE UPDATE ON chunk
WHEN (SELECT origin FROM data_column WHERE id = old.column_id) = 'source'
BEGIN SELECT RAISE(ABORT, 'a source column is immutable'); END;

CREATE TABLE code_list (id INTEGER PRIMARY KEY, name TEXT NOT NULL) STRICT;

CREATE TABLE code (
  list_id INTEGER NOT NULL REFERENCES code_list (id) ON DELETE CASCADE,
  position INTEGER NOT NULL,
  code TEXT NOT NULL,
  label TEXT NOT NULL,
  missing TEXT CHECK (missing IN ('refused', 'dont-know', 'not-asked', 'other')),
  PRIMARY KEY (list_id, position),
  UNIQUE (list_id, code)
) STRICT, WITHOUT ROWID;

CREATE TABLE working (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('regroup', 'gather')),
  recipe TEXT NOT NULL CHECK (json_valid(recipe)),
  proof TEXT NOT NULL CHECK (json_valid(proof)),
  holds INTEGER NOT NULL CHECK (holds IN (0, 1)),
  -- Of the sources it was computed from; another one now means that it has to be computed again.
  signature TEXT NOT NULL,
  created TEXT NOT NULL,
  edited TEXT NOT NULL
) STRICT;

CREATE TABLE variable (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  position INTEGER NOT NULL,
  name TEXT NOT NULL UNIQUE,
  label TEXT NOT NULL,
  question TEXT NOT NULL,
  level TEXT NOT NULL CHECK (level IN ('unordered', 'ordered', 'number', 'text', 'multiple')),
  column_id INTEGER NOT NULL REFERENCES data_column (id),
  code_list_id INTEGER REFERENCES code_list (id),
  working_id INTEGER UNIQUE REFERENCES working (id) ON DELETE CASCADE
) STRICT;

CREATE TABLE working_source (
  working_id INTEGER NOT NULL REFERENCES working (id) ON DELETE CASCADE,
  variable_id INTEGER NOT NULL REFERENCES variable (id),
  PRIMARY KEY (working_id, variable_id)
) STRICT, WITHOUT ROWID;

CREATE TABLE saved_table (
  id INTEGER PRIMARY KEY,
  title TEXT NOT NULL,
  sentence TEXT NOT NULL CHECK (json_valid(sentence)),
  shown TEXT NOT NULL CHECK (json_valid(shown)),
  created TEXT NOT NULL,
  edited TEXT NOT NULL
) STRICT;

CREATE TABLE saved_table_variable (
  table_id INTEGER NOT NULL REFERENCES saved_table (id) ON DELETE CASCADE,
  variable_id INTEGER NOT NULL REFERENCES variable (id),
  PRIMARY KEY (table_id, variable_id)
) STRICT, WITHOUT ROWID;
`;
