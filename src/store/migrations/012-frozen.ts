/** The figures of a table can be frozen: what they are made of is kept, and never changed. */
export const frozen = `
CREATE TABLE frozen (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  at TEXT NOT NULL,
  -- The sentence, as the variables were called then.
  caption TEXT NOT NULL,
  -- The last entry of the ledger that stood then, and the revision of the study.
  entry INTEGER NOT NULL,
  revision INTEGER NOT NULL,
  content TEXT NOT NULL CHECK (json_valid(content))
) STRICT;
-- Null: the table follows the study.
ALTER TABLE saved_table ADD COLUMN frozen INTEGER REFERENCES frozen (id);
`;
