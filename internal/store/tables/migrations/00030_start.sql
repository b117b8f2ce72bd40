-- +goose Up
-- What came in, as a list of components; what is asked of a job follows from it.
ALTER TABLE jobs ADD COLUMN came TEXT NOT NULL DEFAULT 'crankshaft' CHECK (came <> '');
UPDATE jobs SET came = 'block,crankshaft,rods,pistons' WHERE scope = 'engine';
ALTER TABLE jobs DROP COLUMN scope;

-- Engine cards, each a row of versions that only grows.
CREATE TABLE card_versions (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  card TEXT NOT NULL, -- the id of its first version
  version INTEGER NOT NULL CHECK (version > 0),
  engine TEXT NOT NULL CHECK (engine <> ''),
  unit TEXT NOT NULL CHECK (unit IN ('in', 'mm')),
  layout TEXT NOT NULL CHECK (json_valid(layout)),
  came TEXT NOT NULL CHECK (came <> ''),
  limits TEXT NOT NULL CHECK (json_valid(limits)), -- lengths of 0.1 nm
  policy TEXT NOT NULL CHECK (json_valid(policy)),
  book TEXT NOT NULL DEFAULT '', -- where its figures come from
  note TEXT NOT NULL DEFAULT '', -- what is new in it
  set_by TEXT NOT NULL,
  set_at TEXT NOT NULL,
  UNIQUE (card, version)
) STRICT;

-- The last one of a card holds.
CREATE TABLE card_events (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  card TEXT NOT NULL REFERENCES card_versions (id),
  what TEXT NOT NULL CHECK (what IN ('withdrawn', 'returned')),
  said_by TEXT NOT NULL,
  said_at TEXT NOT NULL
) STRICT;
CREATE INDEX card_events_by_card ON card_events (card, seq);

-- The version of a card that a job took, and the job that it comes back from.
ALTER TABLE jobs ADD COLUMN card INTEGER REFERENCES card_versions (seq);
ALTER TABLE jobs ADD COLUMN back_of INTEGER REFERENCES jobs (id);
-- A job of the sample shop, which can be taken away again.
ALTER TABLE jobs ADD COLUMN sample INTEGER NOT NULL DEFAULT 0 CHECK (sample IN (0, 1));

-- What somebody notes of a part, or of a job where no kind is told.
CREATE TABLE notes (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  kind TEXT NOT NULL DEFAULT '',
  number INTEGER NOT NULL DEFAULT 0 CHECK (number >= 0),
  component TEXT NOT NULL DEFAULT '',
  text TEXT NOT NULL CHECK (text <> ''),
  said_by TEXT NOT NULL,
  said_at TEXT NOT NULL,
  from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1)),
  removed_by TEXT NOT NULL DEFAULT '',
  removed_at TEXT NOT NULL DEFAULT ''
) STRICT;
CREATE INDEX notes_by_job ON notes (job_id, seq);

-- +goose Down
DROP TABLE notes;
ALTER TABLE jobs DROP COLUMN sample;
ALTER TABLE jobs DROP COLUMN back_of;
ALTER TABLE jobs DROP COLUMN card;
DROP TABLE card_events;
DROP TABLE card_versions;
ALTER TABLE jobs ADD COLUMN scope TEXT NOT NULL DEFAULT 'crank' CHECK (scope IN ('crank', 'engine'));
UPDATE jobs SET scope = 'engine' WHERE instr(came, 'block') > 0;
ALTER TABLE jobs DROP COLUMN came;
