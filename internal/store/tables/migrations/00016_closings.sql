-- +goose Up
-- How a job left the shop, and that it came back; the last one holds.
CREATE TABLE closings (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  job_id INTEGER NOT NULL REFERENCES jobs (id),
  outcome TEXT NOT NULL CHECK (outcome IN ('finished', 'declined', 'scrapped', 'kept_for_parts', 'mistake', 'reopened')),
  reason TEXT NOT NULL DEFAULT '',
  closed_by TEXT NOT NULL,
  closed_at TEXT NOT NULL
) STRICT;
CREATE INDEX closings_by_job ON closings (job_id, seq);

-- "Sent" and "came back" can be taken back, too.
CREATE TABLE order_events_next (
  seq INTEGER PRIMARY KEY AUTOINCREMENT,
  id TEXT NOT NULL UNIQUE,
  order_id TEXT NOT NULL REFERENCES orders (id),
  line TEXT NOT NULL DEFAULT '', -- empty for the whole sheet
  what TEXT NOT NULL CHECK (what IN ('sent', 'unsent', 'returned', 'unreturned', 'ticked', 'unticked', 'accepted', 'sent_back', 'closed', 'struck')),
  reason TEXT NOT NULL DEFAULT '',
  said_by TEXT NOT NULL,
  said_at TEXT NOT NULL,
  CHECK (what NOT IN ('accepted', 'sent_back') OR reason <> '')
) STRICT;
INSERT INTO order_events_next SELECT * FROM order_events;
DROP TABLE order_events;
ALTER TABLE order_events_next RENAME TO order_events;
CREATE INDEX order_events_by_order ON order_events (order_id, seq);
