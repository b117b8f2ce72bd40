-- +goose Up
-- How the gauge for a kind of part was set up; the last one holds, and each reading names its own.
CREATE TABLE gauges (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  kind TEXT NOT NULL,
  instrument TEXT NOT NULL,
  division INTEGER NOT NULL CHECK (division > 0), -- 0.1 nm
  mode TEXT NOT NULL CHECK (mode IN ('direct', 'divisions', 'length')),
  setting INTEGER CHECK ((mode = 'direct') = (setting IS NULL)),
  sense INTEGER NOT NULL DEFAULT 1 CHECK (sense IN (-1, 1)),
  set_by TEXT NOT NULL,
  set_at TEXT NOT NULL
) STRICT;
CREATE INDEX gauges_by_job ON gauges (job_id, seq);
ALTER TABLE readings ADD COLUMN gauge_id TEXT REFERENCES gauges (id);
