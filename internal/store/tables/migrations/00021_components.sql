-- +goose Up
-- What a job is made of: the block, crankshaft, rods, pistons and camshaft that came, and others beside them.
CREATE TABLE components (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  component TEXT NOT NULL CHECK (component IN ('block', 'crankshaft', 'rods', 'pistons', 'camshaft')),
  tag TEXT NOT NULL DEFAULT '', -- empty for the one that came
  origin TEXT NOT NULL CHECK (origin IN ('came', 'spare', 'bought')),
  stamp TEXT NOT NULL DEFAULT '',
  added_by TEXT NOT NULL,
  added_at TEXT NOT NULL,
  from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1)),
  UNIQUE (job_id, component, tag)
) STRICT;

-- The last one of a component holds: it is retired, or taken back into the engine.
CREATE TABLE component_events (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  component_id TEXT NOT NULL REFERENCES components (id),
  what TEXT NOT NULL CHECK (what IN ('retired', 'returned')),
  for_id TEXT REFERENCES components (id), -- what takes its place
  reason TEXT NOT NULL DEFAULT '',
  said_by TEXT NOT NULL,
  said_at TEXT NOT NULL,
  from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1))
) STRICT;
CREATE INDEX component_events_by_component ON component_events (component_id, seq);

-- SQLite changes what is unique only by making the table anew; keys are off while files are brought up to date.
CREATE TABLE features_next (
  id INTEGER PRIMARY KEY,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  kind TEXT NOT NULL,
  number INTEGER NOT NULL CHECK (number > 0),
  state TEXT NOT NULL DEFAULT 'as_found',
  component TEXT NOT NULL DEFAULT '', -- the tag of the one that it belongs to
  stations TEXT NOT NULL CHECK (json_valid(stations)),
  directions TEXT NOT NULL CHECK (json_valid(directions)), -- microdegrees
  gauge_kind TEXT,
  gauge_division INTEGER,
  gauge_repeatability INTEGER,
  gauge_setting_u INTEGER,
  stamp TEXT NOT NULL DEFAULT '',
  fitted_step INTEGER,
  fitted_shell INTEGER,
  added INTEGER NOT NULL DEFAULT 0,
  by_throw INTEGER NOT NULL DEFAULT 0 CHECK (by_throw IN (0, 1)),
  UNIQUE (job_id, kind, number, state, component)
) STRICT;
INSERT INTO features_next (id, job_id, kind, number, state, stations, directions, gauge_kind, gauge_division, gauge_repeatability, gauge_setting_u,
    stamp, fitted_step, fitted_shell, added, by_throw)
  SELECT id, job_id, kind, number, state, stations, directions, gauge_kind, gauge_division, gauge_repeatability, gauge_setting_u,
    stamp, fitted_step, fitted_shell, added, by_throw FROM features;
DROP TABLE features;
ALTER TABLE features_next RENAME TO features;

-- The tag of the one whose set it is.
ALTER TABLE decisions ADD COLUMN component TEXT NOT NULL DEFAULT '';
-- The tags of the places' and the parts' component when it was settled.
ALTER TABLE matchings ADD COLUMN places_of TEXT NOT NULL DEFAULT '';
ALTER TABLE matchings ADD COLUMN parts_of TEXT NOT NULL DEFAULT '';
