-- What is said and done of a job, with a body for each type of event; lengths are in 0.1 nm, torques in thousandths.
CREATE TABLE events (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  feature_id INTEGER REFERENCES features (id),
  of_id TEXT REFERENCES events (id), -- the event that it is said of
  what TEXT NOT NULL,
  body TEXT NOT NULL CHECK (json_valid(body)),
  by_whom TEXT NOT NULL,
  at TEXT NOT NULL,
  from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1))
) STRICT;
CREATE INDEX events_by_job ON events (job_id, what, seq);
CREATE INDEX events_by_feature ON events (feature_id) WHERE feature_id IS NOT NULL;
CREATE INDEX events_by_cabinet ON events (body ->> '$.cabinet') WHERE what = 'gauge';
CREATE INDEX events_by_way ON events (body ->> '$.action', body ->> '$.set', body ->> '$.step', job_id)
  WHERE what = 'decision';
CREATE TABLE pictures (
  of_id TEXT PRIMARY KEY REFERENCES events (id),
  picture BLOB NOT NULL, -- JPEG
  small BLOB NOT NULL -- JPEG
) STRICT, WITHOUT ROWID;
