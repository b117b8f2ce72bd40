-- +goose Up
-- The policy that new jobs of a unit start with; the last one holds.
CREATE TABLE shop_policies (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  unit TEXT NOT NULL CHECK (unit IN ('in', 'mm')),
  policy TEXT NOT NULL CHECK (json_valid(policy)),
  set_by TEXT NOT NULL,
  set_at TEXT NOT NULL
) STRICT;
