-- +goose Up
-- Which part goes where, as somebody settled it; the last one of a kind of place holds.
CREATE TABLE matchings (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  kind TEXT NOT NULL, -- of the places
  parts TEXT NOT NULL CHECK (json_valid(parts)), -- numbers of the parts, by place
  settled_by TEXT NOT NULL,
  settled_at TEXT NOT NULL
) STRICT;
CREATE INDEX matchings_by_job ON matchings (job_id, seq);
