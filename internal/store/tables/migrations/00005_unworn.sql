-- +goose Up
-- A size read on the unworn part of a feature, such as above a cylinder's ledge; the last one holds.
CREATE TABLE unworn (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  feature_id INTEGER NOT NULL REFERENCES features (id),
  value INTEGER NOT NULL, -- 0.1 nm
  taken_by TEXT NOT NULL,
  taken_at TEXT NOT NULL
) STRICT;
CREATE INDEX unworn_by_feature ON unworn (feature_id, seq);
