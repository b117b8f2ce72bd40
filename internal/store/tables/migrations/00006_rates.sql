-- +goose Up
CREATE TABLE limits_next (
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  block TEXT NOT NULL CHECK (block IN ('book', 'close')),
  kind TEXT NOT NULL,
  number INTEGER NOT NULL DEFAULT 0,
  name TEXT NOT NULL CHECK (name IN ('new_min', 'new_max', 'wear_max', 'taper_max', 'out_of_round_max', 'runout_max',
    'bore_to_bore_max', 'alignment_max', 'max', 'skim_max', 'undersize', 'oversize', 'shell', 'clearance_new_min', 'clearance_new_max',
    'clearance_max', 'clearance_target_min', 'clearance_target_max')),
  place INTEGER NOT NULL DEFAULT 0,
  value INTEGER NOT NULL, -- 0.1 nm
  PRIMARY KEY (job_id, block, kind, number, name, place)
) STRICT, WITHOUT ROWID;
INSERT INTO limits_next SELECT * FROM limits;
DROP TABLE limits;
ALTER TABLE limits_next RENAME TO limits;

-- The shop's rate card; the last one holds.
CREATE TABLE rate_cards (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  card TEXT NOT NULL CHECK (json_valid(card)),
  set_by TEXT NOT NULL,
  set_at TEXT NOT NULL
) STRICT;
