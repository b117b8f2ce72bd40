-- +goose Up
-- A size that a person stands by though it is far from its neighbours; where this is NULL the bench asked before it was kept.
ALTER TABLE readings ADD COLUMN confirmed INTEGER CHECK (confirmed IN (0, 1));
-- How deep a damaged place lies below the surface.
ALTER TABLE readings ADD COLUMN depth INTEGER CHECK (depth >= 0); -- 0.1 nm
-- No finer gauge is to be had.
ALTER TABLE gauges ADD COLUMN finest INTEGER NOT NULL DEFAULT 0 CHECK (finest IN (0, 1));
ALTER TABLE features ADD COLUMN gauge_finest INTEGER NOT NULL DEFAULT 0 CHECK (gauge_finest IN (0, 1));
-- The shells that were in were not new.
ALTER TABLE features ADD COLUMN fitted_used INTEGER NOT NULL DEFAULT 0 CHECK (fitted_used IN (0, 1));
-- Parts are tested for hardness, too.
CREATE TABLE wider (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  feature_id INTEGER NOT NULL REFERENCES features (id),
  what TEXT NOT NULL CHECK (what IN ('grade', 'test_clear', 'test_cracked', 'test_hard', 'test_soft')),
  look TEXT CHECK (look IN ('smooth', 'marked', 'scored', 'heat', 'cracked')),
  note TEXT NOT NULL DEFAULT '',
  graded_by TEXT NOT NULL,
  graded_at TEXT NOT NULL,
  from_file INTEGER NOT NULL DEFAULT 0 CHECK (from_file IN (0, 1)),
  CHECK ((what = 'grade') = (look IS NOT NULL))
) STRICT;
INSERT INTO wider (seq, id, feature_id, what, look, note, graded_by, graded_at, from_file)
  SELECT seq, id, feature_id, what, look, note, graded_by, graded_at, from_file FROM looks;
DROP TABLE looks;
ALTER TABLE wider RENAME TO looks;
CREATE INDEX looks_by_feature ON looks (feature_id, seq);
