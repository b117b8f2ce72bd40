-- +goose Up
-- Who may sign in. Nobody is erased: who left is only barred.
CREATE TABLE people (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL UNIQUE COLLATE NOCASE,
  role TEXT NOT NULL CHECK (role IN ('viewer', 'inspector', 'decider', 'owner')),
  password TEXT NOT NULL, -- bcrypt
  barred INTEGER NOT NULL DEFAULT 0 CHECK (barred IN (0, 1)),
  added_by TEXT NOT NULL,
  added_at TEXT NOT NULL
) STRICT;

CREATE TABLE sessions (
  token TEXT PRIMARY KEY, -- hashed
  data BLOB NOT NULL,
  expires_at INTEGER NOT NULL -- seconds since 1970
) STRICT, WITHOUT ROWID;
CREATE INDEX sessions_by_end ON sessions (expires_at);

-- A link that shows one job's report to whoever has it, until it is revoked.
CREATE TABLE shares (
  id TEXT PRIMARY KEY,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  token TEXT NOT NULL UNIQUE, -- hashed
  said_for TEXT NOT NULL,
  made_by TEXT NOT NULL,
  made_at TEXT NOT NULL,
  revoked_by TEXT NOT NULL DEFAULT '',
  revoked_at TEXT NOT NULL DEFAULT ''
) STRICT;
CREATE INDEX shares_by_job ON shares (job_id);
