-- +goose Up
-- The shop's instruments: what was done with each, one row after the other.
CREATE TABLE cabinet_deeds (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  instrument TEXT NOT NULL, -- the id of the deed that told it first
  what TEXT NOT NULL CHECK (what IN ('told', 'zeroed', 'out', 'back', 'spread', 'studied', 'passed')),
  body TEXT NOT NULL CHECK (json_valid(body)), -- lengths of 0.1 nm
  said_by TEXT NOT NULL,
  said_at TEXT NOT NULL
) STRICT;
CREATE INDEX cabinet_deeds_by_instrument ON cabinet_deeds (instrument, seq);

-- The instrument of the cabinet that a gauge of a job is; its name stays with a job that goes elsewhere.
ALTER TABLE gauges ADD COLUMN cabinet TEXT;
ALTER TABLE gauges ADD COLUMN named TEXT NOT NULL DEFAULT '';
CREATE INDEX gauges_by_cabinet ON gauges (cabinet) WHERE cabinet IS NOT NULL;

-- +goose Down
DROP INDEX gauges_by_cabinet;
ALTER TABLE gauges DROP COLUMN named;
ALTER TABLE gauges DROP COLUMN cabinet;
DROP TABLE cabinet_deeds;
