-- +goose Up
-- A sheet as it was issued. A later issue strikes the earlier one through; nothing is changed.
CREATE TABLE orders (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  sheet TEXT NOT NULL,
  issue INTEGER NOT NULL CHECK (issue > 0),
  body TEXT NOT NULL CHECK (json_valid(body)),
  issued_by TEXT NOT NULL,
  issued_at TEXT NOT NULL,
  UNIQUE (job_id, sheet, issue)
) STRICT;

-- What became of a sheet, or of one of its lines.
CREATE TABLE order_events (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  order_id TEXT NOT NULL REFERENCES orders (id),
  line TEXT NOT NULL DEFAULT '', -- empty for the whole sheet
  what TEXT NOT NULL CHECK (what IN ('sent', 'returned', 'ticked', 'unticked', 'accepted', 'sent_back', 'closed', 'struck')),
  reason TEXT NOT NULL DEFAULT '',
  said_by TEXT NOT NULL,
  said_at TEXT NOT NULL,
  CHECK (what NOT IN ('accepted', 'sent_back') OR reason <> '')
) STRICT;
CREATE INDEX order_events_by_order ON order_events (order_id, seq);

-- Changes of a job that have no table of their own, in words.
CREATE TABLE job_log (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  what TEXT NOT NULL,
  text TEXT NOT NULL,
  before TEXT NOT NULL DEFAULT 'null' CHECK (json_valid(before)),
  said_by TEXT NOT NULL,
  said_at TEXT NOT NULL
) STRICT;
CREATE INDEX job_log_by_job ON job_log (job_id, seq);

-- A job that is done leaves the shop's list and stays on record.
ALTER TABLE jobs ADD COLUMN closed_at TEXT;
DROP INDEX jobs_by_promise;
CREATE INDEX jobs_open ON jobs (promised_on, id) WHERE closed_at IS NULL;
CREATE INDEX decisions_by_way ON decisions (action, set_name, step, job_id);
CREATE INDEX jobs_by_engine ON jobs (engine, id);
CREATE INDEX readings_by_value ON readings (value, feature_id) WHERE what = 'size';
