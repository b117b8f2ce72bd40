-- +goose Up
-- Where a limit comes from, by the name of its field. number 0 holds for the whole kind.
CREATE TABLE limit_sources (
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  block TEXT NOT NULL CHECK (block IN ('book', 'close')),
  kind TEXT NOT NULL,
  number INTEGER NOT NULL DEFAULT 0,
  field TEXT NOT NULL,
  source TEXT NOT NULL CHECK (source IN ('maker', 'bearing_maker', 'shop', 'thumb')),
  PRIMARY KEY (job_id, block, kind, number, field)
) STRICT, WITHOUT ROWID;
