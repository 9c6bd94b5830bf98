/**
 * A person's own layer is a file of its own that stands on the file of the study: what it holds beside a copy of the
 * codebook is theirs. Ids say in which layer a thing was made, so that it keeps its id wherever it goes: the next one of
 * each kind is written down here, and no longer follows from the largest that there is. An entry of the ledger, and a
 * variable, know who made them.
 */
export const layers = `
ALTER TABLE ledger_entry ADD COLUMN made_by TEXT NOT NULL DEFAULT '';
ALTER TABLE variable ADD COLUMN made_by TEXT NOT NULL DEFAULT '';

CREATE TABLE fresh_id (of TEXT PRIMARY KEY, next INTEGER NOT NULL) STRICT, WITHOUT ROWID;
INSERT INTO fresh_id SELECT kind, 1 + coalesce((SELECT seq FROM sqlite_sequence WHERE name = kind), 0) FROM (
  SELECT 'variable' AS kind UNION ALL SELECT 'code_list' UNION ALL SELECT 'working'
  UNION ALL SELECT 'saved_table' UNION ALL SELECT 'binder' UNION ALL SELECT 'mark'
);

-- Of an own layer: the file that it stands on, beside it; whose it is; and what it was brought up to.
CREATE TABLE own_layer (
  id INTEGER PRIMARY KEY CHECK (id = 1),
  base TEXT NOT NULL,
  person INTEGER NOT NULL,
  -- The revision of the study, and of each layer out of which something is shared with this one.
  stands_on TEXT NOT NULL CHECK (json_valid(stands_on)),
  -- The state of all that it stands on, as a change out of nothing.
  ground TEXT NOT NULL CHECK (json_valid(ground))
) STRICT;

-- What became of it when what it stands on changed, until its owner has read it.
CREATE TABLE news (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  at TEXT NOT NULL,
  words TEXT NOT NULL
) STRICT;
`;
