/**
 * Variables bear a note, a group, a star, can be set aside, and know when they were made. A code list can be kept
 * though nobody uses it; its id is never used twice, so that what is undone comes back under its own. Every change to
 * the codebook is kept with what was before it.
 */
export const codebook = `
ALTER TABLE variable ADD COLUMN note TEXT NOT NULL DEFAULT '';
ALTER TABLE variable ADD COLUMN in_group TEXT NOT NULL DEFAULT '';
ALTER TABLE variable ADD COLUMN starred INTEGER NOT NULL DEFAULT 0 CHECK (starred IN (0, 1));
ALTER TABLE variable ADD COLUMN aside INTEGER NOT NULL DEFAULT 0 CHECK (aside IN (0, 1));
ALTER TABLE variable ADD COLUMN made_at TEXT NOT NULL DEFAULT '';
UPDATE variable SET made_at = coalesce(
  (SELECT created FROM working WHERE working.id = variable.working_id), (SELECT created FROM study), '');

CREATE TABLE code_list_kept (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  name TEXT NOT NULL,
  -- Stays when no variable uses it.
  kept INTEGER NOT NULL DEFAULT 0 CHECK (kept IN (0, 1))
) STRICT;
INSERT INTO code_list_kept (id, name) SELECT id, name FROM code_list;
DROP TABLE code_list;
ALTER TABLE code_list_kept RENAME TO code_list;

-- In order. What is undone stays until something else is changed.
CREATE TABLE codebook_change (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  made_at TEXT NOT NULL,
  words TEXT NOT NULL,
  before TEXT NOT NULL CHECK (json_valid(before)),
  after TEXT NOT NULL CHECK (json_valid(after)),
  undone INTEGER NOT NULL DEFAULT 0 CHECK (undone IN (0, 1))
) STRICT;
`;
