-- +goose Up
-- What holds for the shop as a whole, by name; the last one of a name holds.
CREATE TABLE settings (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  name TEXT NOT NULL,
  value TEXT NOT NULL,
  set_by TEXT NOT NULL,
  set_at TEXT NOT NULL
) STRICT;
CREATE INDEX settings_by_name ON settings (name, seq);
