/** What coders said of answers in words, and what was settled between them. Ids are never used twice. */
export const marks = `
CREATE TABLE mark (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  working_id INTEGER NOT NULL REFERENCES working (id) ON DELETE CASCADE DEFERRABLE INITIALLY DEFERRED,
  text TEXT NOT NULL,
  verdict TEXT NOT NULL,
  themes TEXT NOT NULL CHECK (json_valid(themes)),
  coder TEXT NOT NULL,
  settles INTEGER NOT NULL CHECK (settles IN (0, 1)),
  made_at TEXT NOT NULL
) STRICT;
-- A coder says one thing of an answer, and one thing settles it.
CREATE UNIQUE INDEX mark_of_coder ON mark (working_id, text, coder) WHERE settles = 0;
CREATE UNIQUE INDEX mark_that_settles ON mark (working_id, text) WHERE settles = 1;
`;
