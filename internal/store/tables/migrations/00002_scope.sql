-- +goose Up
-- What came in: a crankshaft alone, or a whole engine.
ALTER TABLE jobs ADD COLUMN scope TEXT NOT NULL DEFAULT 'crank' CHECK (scope IN ('crank', 'engine'));
