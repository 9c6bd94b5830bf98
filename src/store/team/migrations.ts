/** People, how they sign in, what they may do in which study, and what was done. */
const first = `
CREATE TABLE person (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  name TEXT NOT NULL,
  email TEXT NOT NULL UNIQUE COLLATE NOCASE,
  -- The digest of a password, with its salt and its cost; null: there is none.
  password TEXT,
  -- How the office's own sign-in calls them.
  subject TEXT UNIQUE,
  administrator INTEGER NOT NULL DEFAULT 0 CHECK (administrator IN (0, 1)),
  shut_out INTEGER NOT NULL DEFAULT 0 CHECK (shut_out IN (0, 1)),
  made TEXT NOT NULL
) STRICT;

-- Of what a browser or a program shows, the digest alone is kept: who reads this file cannot sign in by it.
CREATE TABLE session (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  digest TEXT NOT NULL UNIQUE,
  person_id INTEGER NOT NULL REFERENCES person (id) ON DELETE CASCADE,
  kind TEXT NOT NULL CHECK (kind IN ('browser', 'program')),
  name TEXT NOT NULL,
  address TEXT NOT NULL,
  made TEXT NOT NULL,
  seen TEXT NOT NULL,
  ends TEXT NOT NULL
) STRICT;

CREATE INDEX session_of_person ON session (person_id);

CREATE TABLE invitation (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  digest TEXT NOT NULL UNIQUE,
  name TEXT NOT NULL,
  email TEXT NOT NULL COLLATE NOCASE,
  administrator INTEGER NOT NULL DEFAULT 0 CHECK (administrator IN (0, 1)),
  -- Of one that gives somebody who is here another password: who.
  person_id INTEGER REFERENCES person (id) ON DELETE CASCADE,
  -- The study that they come to, and what they may do there.
  study TEXT,
  role TEXT CHECK (role IN ('reads', 'tabulates', 'edits', 'owns')),
  made_by TEXT NOT NULL,
  made TEXT NOT NULL,
  ends TEXT NOT NULL
) STRICT;

CREATE TABLE member (
  study TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person (id) ON DELETE CASCADE,
  role TEXT NOT NULL CHECK (role IN ('reads', 'tabulates', 'edits', 'owns')),
  PRIMARY KEY (study, person_id)
) STRICT, WITHOUT ROWID;

CREATE INDEX member_by_person ON member (person_id);

CREATE TABLE protection (
  study TEXT PRIMARY KEY,
  rows TEXT NOT NULL CHECK (rows IN ('reads', 'tabulates', 'edits', 'owns')),
  least_base INTEGER NOT NULL
) STRICT, WITHOUT ROWID;

-- Whose a file is that waits to be accepted.
CREATE TABLE intake_owner (
  intake TEXT PRIMARY KEY,
  person_id INTEGER NOT NULL REFERENCES person (id) ON DELETE CASCADE
) STRICT, WITHOUT ROWID;

-- A thing of an own layer that its owner shows to somebody, or (null) to everybody in the study.
CREATE TABLE share (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  study TEXT NOT NULL,
  owner INTEGER NOT NULL REFERENCES person (id) ON DELETE CASCADE,
  part TEXT NOT NULL CHECK (part IN ('variable', 'table', 'binder')),
  thing INTEGER NOT NULL,
  shown_to INTEGER REFERENCES person (id) ON DELETE CASCADE
) STRICT;

CREATE UNIQUE INDEX share_once ON share (study, owner, part, thing, coalesce(shown_to, 0));

-- Entries of an own ledger that its owner would have in the common layer, with what became of that.
CREATE TABLE offer (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  study TEXT NOT NULL,
  owner INTEGER NOT NULL REFERENCES person (id) ON DELETE CASCADE,
  words TEXT NOT NULL,
  note TEXT NOT NULL,
  -- The entries with what they do, as they stood when they were offered.
  entries TEXT NOT NULL CHECK (json_valid(entries)),
  state TEXT NOT NULL CHECK (state IN ('open', 'accepted', 'declined', 'withdrawn')),
  answer TEXT NOT NULL DEFAULT '',
  made TEXT NOT NULL,
  decided TEXT,
  decided_by TEXT NOT NULL DEFAULT ''
) STRICT;

CREATE INDEX offer_of_study ON offer (study, state);

-- What is used in whose own layer.
CREATE TABLE use (
  study TEXT NOT NULL,
  person_id INTEGER NOT NULL REFERENCES person (id) ON DELETE CASCADE,
  variable INTEGER NOT NULL,
  PRIMARY KEY (study, variable, person_id)
) STRICT, WITHOUT ROWID;

CREATE TABLE audit (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  at TEXT NOT NULL,
  -- Not a reference: what somebody did stays when they have gone.
  person INTEGER,
  name TEXT NOT NULL,
  address TEXT NOT NULL,
  act TEXT NOT NULL,
  study TEXT,
  place TEXT NOT NULL,
  outcome TEXT NOT NULL,
  -- Over this line and the sum of the line before.
  sum TEXT NOT NULL
) STRICT;

CREATE INDEX audit_of_study ON audit (study);

CREATE TRIGGER audit_stays BEFORE UPDATE ON audit BEGIN SELECT RAISE(ABORT, 'the audit log is not changed'); END;
CREATE TRIGGER audit_is_kept BEFORE DELETE ON audit BEGIN SELECT RAISE(ABORT, 'the audit log is not changed'); END;
`;

/** What brings the file of a team up to date, one after the other; what has landed is never edited. */
export const TEAM_MIGRATIONS: readonly string[] = [first];
