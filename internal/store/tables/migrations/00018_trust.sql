-- +goose Up
-- A job, too, is stored once under an id that its client makes; made_of is a digest of what was asked for.
ALTER TABLE jobs ADD COLUMN made_as TEXT;
ALTER TABLE jobs ADD COLUMN made_of TEXT;
CREATE UNIQUE INDEX jobs_made_as ON jobs (made_as) WHERE made_as IS NOT NULL;

-- 1 where a name is only said by a file that was taken in: nobody here saw that person do it.
ALTER TABLE jobs ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE readings ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE looks ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE unworn ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE decisions ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE gauges ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE gauge_checks ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE conditions ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE answers ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE photos ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE job_changes ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE matchings ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE orders ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE order_events ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE job_log ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));
ALTER TABLE closings ADD COLUMN from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1));

-- The readings of one cell are looked up for every reading that comes.
CREATE INDEX readings_by_cell ON readings (feature_id, station, direction, seq);
DROP INDEX readings_by_feature;

-- Two owners do not write over each other.
ALTER TABLE people ADD COLUMN version INTEGER NOT NULL DEFAULT 1;

-- A session says whose it is, so that it can be shown and ended. Those there were end: everybody signs in once more.
DROP TABLE sessions;
CREATE TABLE sessions (
  token TEXT PRIMARY KEY, -- hashed
  id TEXT NOT NULL UNIQUE, -- by which the owner ends it
  person_id INTEGER NOT NULL REFERENCES people (id),
  device TEXT NOT NULL, -- as the browser names itself
  data BLOB NOT NULL,
  began_at TEXT NOT NULL,
  seen_at INTEGER NOT NULL, -- seconds since 1970, to the hour or so
  expires_at INTEGER NOT NULL -- seconds since 1970
) STRICT, WITHOUT ROWID;
CREATE INDEX sessions_by_end ON sessions (expires_at);
CREATE INDEX sessions_by_person ON sessions (person_id);

-- The words that jobs are found by, whatever their case and accents.
CREATE VIRTUAL TABLE job_words USING fts5 (words, tokenize = 'unicode61 remove_diacritics 2');
INSERT INTO job_words (rowid, words) SELECT id, number || ' ' || customer || ' ' || engine FROM jobs;
