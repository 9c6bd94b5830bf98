/**
 * A study whose respondents stay in a table of a database: where that is (one row), and how each column is worked out
 * there. Such columns have no chunks. An account is never kept in a study.
 */
export const linked = `
CREATE TABLE link (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  layout TEXT NOT NULL CHECK (json_valid(layout))
) STRICT;
CREATE TABLE linked_column (
  column_id INTEGER PRIMARY KEY REFERENCES data_column (id) ON DELETE CASCADE,
  definition TEXT NOT NULL CHECK (json_valid(definition))
) STRICT;
`;
