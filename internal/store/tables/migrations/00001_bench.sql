-- +goose Up
CREATE TABLE jobs (
  id INTEGER PRIMARY KEY,
  number TEXT NOT NULL UNIQUE,
  customer TEXT NOT NULL,
  engine TEXT NOT NULL,
  duty TEXT NOT NULL CHECK (duty IN ('standard', 'power', 'heavy')),
  unit TEXT NOT NULL CHECK (unit IN ('in', 'mm')),
  arrangement TEXT NOT NULL CHECK (arrangement IN ('inline', 'v', 'flat')),
  cylinders INTEGER NOT NULL CHECK (cylinders > 0),
  mains INTEGER NOT NULL CHECK (mains > 0),
  throws INTEGER NOT NULL CHECK (throws > 0),
  cylinders_per_throw INTEGER NOT NULL CHECK (cylinders_per_throw > 0),
  promised_on TEXT,
  policy TEXT NOT NULL CHECK (json_valid(policy)),
  -- counts every change of limits and policy, for If-Match
  version INTEGER NOT NULL DEFAULT 1,
  created_by TEXT NOT NULL,
  created_at TEXT NOT NULL
) STRICT;
CREATE INDEX jobs_by_promise ON jobs (promised_on, id);

-- One limit a row. number 0 holds for the whole kind; place orders the entries of a ladder or of the shells.
CREATE TABLE limits (
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  block TEXT NOT NULL CHECK (block IN ('book', 'close')),
  kind TEXT NOT NULL,
  number INTEGER NOT NULL DEFAULT 0,
  name TEXT NOT NULL CHECK (name IN ('new_min', 'new_max', 'wear_max', 'taper_max', 'out_of_round_max', 'runout_max',
    'bore_to_bore_max', 'alignment_max', 'undersize', 'oversize', 'shell', 'clearance_new_min', 'clearance_new_max',
    'clearance_max', 'clearance_target_min', 'clearance_target_max')),
  place INTEGER NOT NULL DEFAULT 0,
  value INTEGER NOT NULL, -- 0.1 nm
  PRIMARY KEY (job_id, block, kind, number, name, place)
) STRICT, WITHOUT ROWID;

CREATE TABLE features (
  id INTEGER PRIMARY KEY,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  kind TEXT NOT NULL,
  number INTEGER NOT NULL CHECK (number > 0),
  state TEXT NOT NULL DEFAULT 'as_found',
  stations TEXT NOT NULL CHECK (json_valid(stations)),
  directions TEXT NOT NULL CHECK (json_valid(directions)), -- microdegrees
  gauge_kind TEXT,
  gauge_division INTEGER,
  gauge_repeatability INTEGER,
  gauge_setting_u INTEGER,
  stamp TEXT NOT NULL DEFAULT '',
  fitted_step INTEGER,
  fitted_shell INTEGER,
  UNIQUE (job_id, kind, number, state)
) STRICT;

-- Readings are never changed: a later one supersedes them.
CREATE TABLE readings (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  feature_id INTEGER NOT NULL REFERENCES features (id),
  station INTEGER NOT NULL CHECK (station >= 0),
  direction INTEGER NOT NULL CHECK (direction >= 0),
  what TEXT NOT NULL CHECK (what IN ('size', 'skip', 'clear')),
  value INTEGER CHECK ((what = 'size') = (value IS NOT NULL)), -- 0.1 nm
  reason TEXT CHECK ((what = 'skip') = (reason IS NOT NULL)),
  typed TEXT NOT NULL DEFAULT '',
  taken_by TEXT NOT NULL,
  taken_at TEXT NOT NULL
) STRICT;
CREATE INDEX readings_by_feature ON readings (feature_id, seq);

CREATE TABLE superseded (
  reading_id TEXT PRIMARY KEY REFERENCES readings (id),
  by_id TEXT NOT NULL REFERENCES readings (id)
) STRICT, WITHOUT ROWID;

-- What eye and fingernail said, and the crack tests that alone clear a crack.
CREATE TABLE looks (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  feature_id INTEGER NOT NULL REFERENCES features (id),
  what TEXT NOT NULL CHECK (what IN ('grade', 'test_clear', 'test_cracked')),
  look TEXT CHECK (look IN ('smooth', 'marked', 'scored', 'heat', 'cracked')),
  note TEXT NOT NULL DEFAULT '',
  graded_by TEXT NOT NULL,
  graded_at TEXT NOT NULL,
  CHECK ((what = 'grade') = (look IS NOT NULL))
) STRICT;
CREATE INDEX looks_by_feature ON looks (feature_id, seq);

-- A decision keeps a copy of what it was based on; the last one of a set holds.
CREATE TABLE decisions (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  set_name TEXT NOT NULL,
  action TEXT NOT NULL,
  step INTEGER NOT NULL,
  shell INTEGER NOT NULL,
  method TEXT NOT NULL DEFAULT '',
  overruled INTEGER NOT NULL CHECK (overruled IN (0, 1)),
  reason TEXT NOT NULL DEFAULT '',
  basis TEXT NOT NULL CHECK (json_valid(basis)),
  decided_by TEXT NOT NULL,
  decided_at TEXT NOT NULL,
  CHECK (overruled = 0 OR reason <> '')
) STRICT;
CREATE INDEX decisions_by_job ON decisions (job_id, seq);
