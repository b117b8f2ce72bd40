-- +goose Up
-- The rods on each throw, as JSON, where they do not follow each other; empty where they do.
ALTER TABLE jobs ADD COLUMN pins TEXT NOT NULL DEFAULT '' CHECK (pins = '' OR json_valid(pins));
-- 1 where it was recorded by throw before rods had numbers of their own: it counts for the first rod of its throw.
ALTER TABLE features ADD COLUMN by_throw INTEGER NOT NULL DEFAULT 0 CHECK (by_throw IN (0, 1));
