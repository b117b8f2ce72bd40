-- +goose Up
-- How an engine is built: what was done, one row after the other; an event that was a mistake is taken back
-- by another.
CREATE TABLE build_events (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  what TEXT NOT NULL CHECK (what IN ('plan', 'tighten', 'loosen', 'bolt', 'part', 'pass', 'gap', 'ring', 'cap',
    'rod', 'turn', 'final', 'sign', 'unsign', 'take_back')),
  body TEXT NOT NULL CHECK (json_valid(body)), -- lengths of 0.1 nm, torques in thousandths of their unit
  of_id TEXT REFERENCES build_events (id), -- the one that is taken back
  said_by TEXT NOT NULL,
  said_at TEXT NOT NULL,
  from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1))
) STRICT;
CREATE INDEX build_events_by_job ON build_events (job_id, seq);

-- A card's torque cards and ring patterns; empty where nobody told any.
ALTER TABLE card_versions ADD COLUMN plan TEXT NOT NULL DEFAULT '' CHECK (plan = '' OR json_valid(plan));

-- Studs pull a tunnel, as a deck plate does.
ALTER TABLE conditions ADD COLUMN studs INTEGER CHECK (studs IN (0, 1));
-- The one part that it is of; 0 for all of its kind.
ALTER TABLE conditions ADD COLUMN number INTEGER NOT NULL DEFAULT 0 CHECK (number >= 0);

-- +goose Down
ALTER TABLE conditions DROP COLUMN number;
ALTER TABLE conditions DROP COLUMN studs;
ALTER TABLE card_versions DROP COLUMN plan;
DROP TABLE build_events;
